/** What stands around a number and says something of it, rather than being part of it. */
export interface NumberMarks {
  readonly rest: string;
  /** As it stands: `*`, `(e)`, `p`, `~`; `''` for none. */
  readonly mark: string;
  /** The number is only a bound: below or above it. */
  readonly limit: '' | '<' | '>';
}

/** In front: about, or a bound. */
const BEFORE = /^(~|≈|∼|≃|c\.|ca\.?|circa|approx\.?|about|around|est\.?|env\.|≤|≥|<=|>=|<|>|＜|＞)\s*(?=[^\p{L}]*\d)/iu;
/**
 * Behind: stars and daggers, raised figures, notes in brackets, and the letters of statistical offices (break, confidential,
 * differs, estimated, forecast, not significant, provisional, revised, their own estimate, unreliable). Stuck to the number only
 * those that are no unit; an exponent has digits behind its letter.
 */
const BEHIND =
  /(?<=\d[\d.,%)]*)\s*(\*+|[†‡§#]+|[¹²³⁰-⁹]+\)?|[ᵃ-ᶿ]+|\(\s*(?:\p{L}{1,5}\.?|\d{1,2})\s*\)|\[\s*(?:\p{L}{1,5}\.?|\d{1,2})\s*\])$|(?<=\d[.,%]?)\s+((?:[bcdefnprsu]|bp|be|ep|de|re|pe|prel\.?|prov\.?|rev\.?|est\.?))$|(?<=\d)([epr])$/u;

/** Takes the marks off a text. Source of the letters: the code list of observation status of SDMX. */
export function takeMarks(text: string): NumberMarks {
  let [rest, mark]: [string, string] = [text, ''];
  let limit: NumberMarks['limit'] = '';
  const before = BEFORE.exec(rest);
  if (before) {
    const sign = before[1] ?? '';
    rest = rest.slice(before[0].length);
    if (/[<≤＜]/.test(sign)) limit = '<';
    else if (/[>≥＞]/.test(sign)) limit = '>';
    else mark = sign;
  }
  const behind = BEHIND.exec(rest);
  if (behind) {
    rest = rest.slice(0, behind.index);
    mark = [mark, (behind[1] ?? behind[2] ?? behind[3] ?? '').trim()].filter(Boolean).join(' ');
  }
  return { rest, mark, limit };
}
