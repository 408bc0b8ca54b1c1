/** Languages whose names of months are understood, in order: where two of them disagree, the earlier one is right. */
const languages = [
  'en',
  'de',
  'de-AT',
  'fr',
  'es',
  'it',
  'pt',
  'nl',
  'sv',
  'da',
  'nb',
  'fi',
  'pl',
  'cs',
  'tr',
  'ro',
  'hu',
  'id',
  'ru',
  'uk',
  'el',
];

const plain = (name: string) => name.normalize('NFD').replace(/\p{M}/gu, '');
const bare = (name: string) => name.toLowerCase().replace(/\.$/, '');

function collect(): ReadonlyMap<string, number> {
  const months = new Map<string, number>();
  const add = (name: string, month: number) => {
    const key = bare(name);
    if (/^\p{L}{3,}$/u.test(key) && !months.has(key)) months.set(key, month);
  };
  for (const language of languages) {
    for (const width of ['long', 'short'] as const) {
      const alone = new Intl.DateTimeFormat(language, { month: width, timeZone: 'UTC' });
      const withDay = new Intl.DateTimeFormat(language, { day: 'numeric', month: width, timeZone: 'UTC' });
      for (let month = 1; month <= 12; month++) {
        const at = Date.UTC(2001, month - 1, 15);
        add(alone.format(at), month);
        // Some languages bend the name when a day stands with it.
        add(withDay.formatToParts(at).find(({ type }) => type === 'month')?.value ?? '', month);
      }
    }
  }
  add('sept', 9);
  add('mrz', 3);
  // Many type the names without their accents.
  for (const [name, month] of [...months]) add(plain(name), month);
  return months;
}

let months: ReadonlyMap<string, number> | null = null;

/** The month, from 1, of a name or its short form in any of twenty languages; undefined for other words. */
export function monthOfName(name: string): number | undefined {
  months ??= collect();
  return months.get(bare(name));
}
