const latin =
  'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD';
const latinExt =
  'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF';

/** A font file that ships with the app, under `public/fonts`. */
export interface FontFile {
  readonly family: string;
  readonly file: string;
  readonly weights: string;
  readonly unicodeRange: string;
}

const file = (family: string, slug: string, subset: 'latin' | 'latin-ext', weights: string): FontFile => ({
  family,
  file: `${slug}-${subset}-wght-normal.woff2`,
  weights,
  unicodeRange: subset === 'latin' ? latin : latinExt,
});

/** The fonts of the stage. The page's own style sheet names the same files, so each is fetched once. */
export const stageFonts: readonly FontFile[] = [
  file('Bricolage Grotesque', 'bricolage-grotesque', 'latin', '200 800'),
  file('Bricolage Grotesque', 'bricolage-grotesque', 'latin-ext', '200 800'),
  file('Instrument Sans', 'instrument-sans', 'latin', '400 700'),
  file('Instrument Sans', 'instrument-sans', 'latin-ext', '400 700'),
];

/**
 * Loads the stage's fonts into a worker or page. Drawing must wait for it: a font that is merely declared draws as
 * another one.
 *
 * @param fonts The scope's font set (`self.fonts` or `document.fonts`).
 * @param baseUrl Where the app is served, without a slash at the end.
 * @throws Error naming the file that did not load.
 */
export async function loadFonts(fonts: FontFaceSet, baseUrl: string): Promise<void> {
  await Promise.all(
    stageFonts.map(async ({ family, file, weights, unicodeRange }) => {
      const face = new FontFace(family, `url(${baseUrl}/fonts/${file})`, { weight: weights, unicodeRange });
      try {
        fonts.add(await face.load());
      } catch (cause) {
        throw new Error(`The font file ${file} did not load. Reload the page.`, { cause });
      }
    }),
  );
}
