import { type Sound, soundName, usualSound } from '../project/sound';
import type { Issue } from '../table/issue';
import type { ScriptSound } from './film-script';
import { scriptFault } from './script-faults';
import { baseName } from './script-files';

/** Beats of a bar where a script does not say. */
export const USUAL_PER_BAR = 4;

/** A sound of the film as a script says it. */
export function soundOfScript(
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
export function soundFaults({ fromSec, toSec, untilSec, startSec, fileSec }: Sound, path: string): Issue[] {
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
