import type { TableWorkerApi } from './protocol';

/** Makes a project of a film script. What that needs is fetched when a script comes: few people open one. */
export async function buildScript(...[text, files, projectId]: Parameters<TableWorkerApi['buildScript']>) {
  const [{ projectOfScript }, { readFilmScript }, { families }] = await Promise.all([
    import('@/core/script/build-project'),
    import('@/core/script/read-script'),
    import('@/core/families/registry'),
  ]);
  const soundSec = async (bytes: Uint8Array, name: string) => {
    const { soundFacts } = await import('@/export/sound/open-sound');
    return (await soundFacts(new Blob([bytes as Uint8Array<ArrayBuffer>]), name)).sec;
  };
  const freshAsset = () => crypto.randomUUID();
  const outcome = await projectOfScript(readFilmScript(text, families), {
    families,
    files,
    freshAsset,
    projectId,
    soundSec,
  });
  if (!outcome.ok) return outcome;
  const { project, assets } = outcome.value;
  return { ok: true as const, value: { project, assets }, issues: outcome.issues };
}
