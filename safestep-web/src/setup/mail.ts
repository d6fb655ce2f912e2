import type { Schemas } from "../api/client";
import vocabulary from "../api/vocabulary.json";

export type Mail = Schemas["MailMailView"];
export type Route = Schemas["MailRoute"];
export type Protection = Route["protection"];

export const protections = Object.keys(vocabulary.mailProtections) as Protection[];

/** What stands in the form before somebody writes: what is wanted, or what holds; else a start that is safe. */
export function written(mail: Mail): Route {
  return (
    mail.wanted ??
    (mail.said
      ? mail.route
      : { host: "", port: vocabulary.mailProtections.STARTTLS.usualPort, protection: "STARTTLS", user: "", sender: "" })
  );
}

/** Another protection brings its port along, unless somebody has chosen one of their own. */
export function withProtection(route: Route, protection: Protection): Route {
  const usual = vocabulary.mailProtections[route.protection].usualPort;
  const port = route.port === usual ? vocabulary.mailProtections[protection].usualPort : route.port;
  return { ...route, protection, port };
}

/** What of a route would be different, as sentences. */
export function differences(held: Route | null, wanted: Route): string[] {
  if (!held) {
    return [inWords(wanted)];
  }
  const sentences = [];
  if (held.host !== wanted.host || held.port !== wanted.port) {
    sentences.push(`given to ${place(wanted)} instead of ${place(held)}`);
  }
  if (held.protection !== wanted.protection) {
    const { words } = vocabulary.mailProtections[wanted.protection];
    sentences.push(`the way there: ${words}, instead of ${vocabulary.mailProtections[held.protection].words}`);
  }
  if (held.user !== wanted.user) {
    sentences.push(`log-in there: ${wanted.user || "none"} instead of ${held.user || "none"}`);
  }
  if (held.sender !== wanted.sender) {
    sentences.push(`from ${wanted.sender} instead of ${held.sender}`);
  }
  return sentences.length > 0 ? sentences : ["another password, the rest as it is"];
}

const place = (route: Route) => `${route.host} port ${route.port}`;

export function inWords(route: Route) {
  const { words } = vocabulary.mailProtections[route.protection];
  const as = route.user ? `, as ${route.user}` : "";
  return `Given to ${place(route)} (${words})${as}, from ${route.sender}.`;
}
