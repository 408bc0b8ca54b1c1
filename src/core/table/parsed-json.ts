import { type Outcome, refuse } from './issue';

/** The value that a text of JSON says. @param what Whose text it is, to begin the sentence of a refusal: “The look”. */
export function parsedJson(text: string, what: string): Outcome<unknown> {
  try {
    return { ok: true, value: JSON.parse(text), issues: [] };
  } catch (error) {
    return refuse('broken-json', `${what} is not valid JSON: ${(error as Error).message}.`);
  }
}
