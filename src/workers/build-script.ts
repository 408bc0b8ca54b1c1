import type { TableWorkerApi } from './protocol';

/** Makes a project of a film script. What that needs is fetched when a script comes: few people open one. */
export async function buildScript(...[text, files, projectId]: Parameters<TableWorkerApi['buildScript']>) {
  const [{ projectOfScript }, { readFilmScript }, { families }] = await Promise.all([
    import('@/core/script/build-project'),
    import('@/core/script/read-script'),
    import('@/core/families/registry'),
  ]);
  const freshAsset = () => crypto.randomUUID();
  const outcome = await projectOfScript(readFilmScript(text, families), { families, files, freshAsset, projectId });
  if (!outcome.ok) return outcome;
  const { project, assets } = outcome.value;
  return { ok: true as const, value: { project, assets }, issues: outcome.issues };
}
