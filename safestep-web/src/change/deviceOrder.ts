/** The devices before and behind the picked one, and the next that nobody has looked at; undefined where there is none. */
export function neighbours(devices: string[], picked: string, unopened?: Set<string>) {
  const at = devices.indexOf(picked);
  const afterwards = [...devices.slice(at + 1), ...devices.slice(0, Math.max(at, 0))];
  return {
    before: at > 0 ? devices[at - 1] : undefined,
    behind: devices[at + 1],
    unseen: afterwards.find((device) => unopened?.has(device)),
  };
}
