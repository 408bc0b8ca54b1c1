import type { Film } from '../project/film';
import { type Sound, soundName, usualMix, usualSound } from '../project/sound';
import type { Issue } from '../table/issue';
import type { FilmScript, ScriptSound } from './film-script';
import { scriptFault } from './script-faults';
import { baseName, type ScriptFiles } from './script-files';

/** Beats of a bar where a script does not say. */
const USUAL_PER_BAR = 4;

/** Sounds with their files, measured, and what is wrong with others. */
export async function readSounds(
  scripts: readonly ScriptSound[],
  files: ScriptFiles,
  soundSec: (bytes: Uint8Array, name: string) => Promise<number>,
): Promise<{ readonly sounds: readonly Sound[]; readonly faults: readonly Issue[] }> {
  const made = [];
  for (const [i, script] of scripts.entries()) made.push(await readSound(script, i, { files, soundSec }));
  return { sounds: made.flatMap(({ sounds }) => sounds), faults: made.flatMap(({ faults }) => faults) };
}

/** How all sounds of a film come together, and its beat. */
export function soundOfFilm({ mix, beat }: Pick<FilmScript, 'mix' | 'beat'>): Pick<Film, 'mix' | 'beat'> {
  return {
    mix: { gainDb: mix?.gain ?? usualMix.gainDb, stepBackDb: mix?.stepBack ?? usualMix.stepBackDb },
    beat: beat ? { bpm: beat.bpm, firstSec: beat.first ?? 0, perBar: beat.perBar ?? USUAL_PER_BAR } : null,
  };
}

/** A sound with its file, measured; or what is wrong with it. @param place Its number in the script, from 0. */
async function readSound(
  script: ScriptSound,
  place: number,
  {
    files,
    soundSec,
  }: { readonly files: ScriptFiles; readonly soundSec: (bytes: Uint8Array, name: string) => Promise<number> },
): Promise<{ readonly sounds: readonly Sound[]; readonly faults: readonly Issue[] }> {
  const { file } = script;
  const path = `sounds.${place}`;
  const bytes = files.bytesOf(file);
  if (!bytes) {
    const words = `the sound ${file} is not there. It should lie beside the script, under this name.`;
    return { sounds: [], faults: [scriptFault(`${path}.file`, words)] };
  }
  try {
    const fileSec = await soundSec(bytes, baseName(file));
    const sound = soundOfScript(script, { id: `sound-${place + 1}`, assetId: files.assetOf(file), fileSec });
    return { sounds: [sound], faults: soundFaults(sound, path) };
  } catch (error) {
    const words = error instanceof Error ? error.message : String(error);
    return { sounds: [], faults: [scriptFault(`${path}.file`, words)] };
  }
}

/** A sound of the film as a script says it. */
function soundOfScript(
  script: ScriptSound,
  { id, assetId, fileSec }: Pick<Sound, 'id' | 'assetId' | 'fileSec'>,
): Sound {
  const fileName = baseName(script.file);
  return {
    ...usualSound,
    id,
    assetId,
    fileSec,
    fileName,
    kind: script.kind ?? 'music',
    name: script.name ?? soundName(fileName),
    on: script.on ?? true,
    startSec: script.at ?? 0,
    fromSec: script.from ?? 0,
    toSec: script.to ?? null,
    untilSec: script.until ?? null,
    gainDb: script.gain ?? 0,
    fadeInSec: script.fadeIn ?? 0,
    fadeOutSec: script.fadeOut ?? 0,
    loop: script.loop ?? false,
  };
}

/** What does not fit together in a sound. @param path `sounds.0` */
function soundFaults({ fromSec, toSec, untilSec, startSec, fileSec }: Sound, path: string): Issue[] {
  const seconds = Math.round(fileSec * 1000) / 1000;
  const faults: Issue[] = [];
  if (fromSec >= fileSec)
    faults.push(scriptFault(`${path}.from`, `${fromSec} s lies behind the end of the file, which lasts ${seconds} s.`));
  if (toSec !== null && toSec <= fromSec)
    faults.push(
      scriptFault(`${path}.to`, `it ends at ${toSec} s of the file and begins at ${fromSec} s: it has to begin first.`),
    );
  if (untilSec !== null && untilSec <= startSec)
    faults.push(
      scriptFault(
        `${path}.until`,
        `it ends at ${untilSec} s of the film and begins at ${startSec} s: it has to begin first.`,
      ),
    );
  return faults;
}

/** A sound as a script has it; what is usual is left out. @param file What the script calls its file. */
export function soundToScript(sound: Sound, file: string): ScriptSound {
  const {
    startSec: at,
    fromSec: from,
    toSec: to,
    untilSec: until,
    gainDb: gain,
    fadeInSec,
    fadeOutSec,
    on,
    loop,
  } = sound;
  return {
    file,
    kind: sound.kind,
    ...(sound.name === soundName(sound.fileName) ? {} : { name: sound.name }),
    ...(on ? {} : { on }),
    ...(at === 0 ? {} : { at }),
    ...(from === 0 ? {} : { from }),
    ...(to === null ? {} : { to }),
    ...(until === null ? {} : { until }),
    ...(gain === 0 ? {} : { gain }),
    ...(fadeInSec === 0 ? {} : { fadeIn: fadeInSec }),
    ...(fadeOutSec === 0 ? {} : { fadeOut: fadeOutSec }),
    ...(loop ? { loop } : {}),
  };
}
