import type { CheckSet, Topic } from "../api/types";
import vocabulary from "../api/vocabulary.json";

export const topicWords: Record<Topic, string> = vocabulary.topics;

export const listed = (words: string[]) =>
  words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} or ${words.at(-1)}`;

/** For which changes a set is proposed. */
export function setWords(set: CheckSet): string {
  return [
    set.topics.length === 0 ? "for every change" : `for changes of ${listed(set.topics.map((t) => topicWords[t]))}`,
    set.roles.length > 0 ? `role ${listed(set.roles)}` : "",
    set.platforms.length > 0 ? `platform ${listed(set.platforms)}` : "",
  ]
    .filter((w) => w !== "")
    .join(" · ");
}
