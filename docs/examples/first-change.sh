#!/usr/bin/env bash
# A whole change over the API against a running demo. Exit code 0 only if it ended COMPLETED and the devices hold it.
. "$(dirname "$0")/session.sh"

LINE="log-server 10.77.8.$((100 + RANDOM % 100))"
number=$(submit_change "$(jq -n --arg lines "$LINE" '{
  version: 0,
  title: "Another log server at Brinehaven",
  reason: "The log server at Operations House is replaced this week.",
  undoAccepted: false,
  targets: [{device: "brn-gw-a", lines: $lines}, {device: "brn-gw-b", lines: $lines}],
  checks: [
    {read: "neighbours", expectation: "SAME_AS_BEFORE", value: null, settleSeconds: 15},
    {read: "ping", arguments: {address: "10.77.8.20"}, expectation: "REACHABLE", value: null, settleSeconds: 15}
  ]
}')")
say "CR-$number is submitted: $LINE"
as roake GET "/api/changes/$number/devices/brn-gw-a" | jq -r '"Script: \(.script | join(" / "))\nUndo:   \(.undo | join(" / ")) (proven: \(.proven))"'
approve "$number"
book_now "$number"
say "CR-$number is approved and booked; the run starts."
run=$(run_to_the_end "$number")
jq -r .verdict <<<"$run"

state=$(as roake GET "/api/changes/$number" | jq -r .state)
[ "$state" = COMPLETED ] || { say "CR-$number ended $state." >&2; exit 1; }
for device in brn-gw-a brn-gw-b; do
  for which in running startup; do
    curl -sS "$SAFESTEP_PRACTICE_URL/api/devices/$device/$which" | grep -qx "$LINE" ||
      { say "$device does not hold \"$LINE\" in $which." >&2; exit 1; }
  done
done
as roake POST "/api/changes/$number/closure" '{"note": "Done by the example script."}' >/dev/null
say "CR-$number is closed; both devices hold the line in running and startup."
