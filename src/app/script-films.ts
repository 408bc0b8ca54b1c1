import { toast } from 'sonner';
import { knownFamilies } from '@/core/families/known';
import { documentStore, replaceProject } from '@/state/document';
import { freshId } from '@/state/fresh-id';
import { keepAsset, loadAsset } from '@/state/keep/assets';
import { sessionStore, setSession } from '@/state/session';
import type { Studio } from '@/state/studio';
import { fileNameOf, save } from './download';
import { tell } from './open-tables';

/** Names and files that a script may mean by them: a browser gives names without folders. */
const lastOf = (name: string) => name.replace(/^.*[\\/]/, '').toLowerCase();

/** A script that is being opened, with the files that have come so far, by the names that it has for them. */
interface Opening {
  readonly fileName: string;
  readonly text: string;
  readonly needed: readonly string[];
  readonly files: Map<string, Uint8Array>;
}

/** Opens films from scripts: finds their files among those that came along, asks for the others, and makes a project of it all. */
export class ScriptOpener {
  private opening: Opening | null = null;

  constructor(private readonly studio: Pick<Studio, 'buildScript'>) {}

  /** Takes what is a film script among some files, with the others as those that it names. Returns whether there is one. */
  async take(files: readonly File[]): Promise<boolean> {
    const maybe = files.filter(({ name }) => /\.(json|ya?ml|zip)$/i.test(name));
    if (maybe.length === 0) return false;
    try {
      return await this.takeFirst(maybe, files);
    } catch (error) {
      tell(maybe[0]?.name ?? '', error);
      return true;
    }
  }

  private async takeFirst(maybe: readonly File[], files: readonly File[]): Promise<boolean> {
    const { meansFilmScript, isScriptName } = await import('@/core/script/read-script');
    for (const file of maybe) {
      if (/\.zip$/i.test(file.name)) {
        const { scriptOfZip } = await import('@/export/script-file');
        const found = scriptOfZip(new Uint8Array(await file.arrayBuffer()));
        if (!found) continue;
        await this.start(file.name, found.text, found.files, []);
        return true;
      }
      if (!isScriptName(file.name) || !meansFilmScript(file.name, await file.slice(0, 100_000).text())) continue;
      const others = files.filter((each) => each !== file);
      await this.start(file.name, await file.text(), new Map(), others);
      return true;
    }
    return false;
  }

  /** Takes a script that the app comes with, and what it names. Returns whether all of it could be fetched. */
  async takeFrom(url: string): Promise<boolean> {
    const { filesOfScript, readFilmScript } = await import('@/core/script/read-script');
    const fetched = async (address: string) => {
      const response = await fetch(address);
      if (!response.ok) throw new Error(`${address}: ${response.status}`);
      return response.blob();
    };
    const text = await (await fetched(url)).text();
    const { script } = readFilmScript(text, knownFamilies);
    const names = script ? filesOfScript(script) : [];
    const folder = url.slice(0, url.lastIndexOf('/') + 1);
    const files = await Promise.all(names.map(async (name) => new File([await fetched(folder + name)], name)));
    await this.start(lastOf(url), text, new Map(), files);
    return true;
  }

  /** Takes further files for the script that asks for some. */
  async give(files: readonly File[]): Promise<void> {
    const { opening } = this;
    if (!opening) return;
    for (const name of missingOf(opening)) {
      const found = files.find((file) => lastOf(file.name) === lastOf(name));
      if (found) opening.files.set(name, new Uint8Array(await found.arrayBuffer()));
    }
    await this.goOn();
  }

  /** Leaves it; the open work stays as it is. */
  cancel(): void {
    this.opening = null;
    setSession({ script: null });
  }

  private async start(fileName: string, text: string, packed: ReadonlyMap<string, Uint8Array>, files: readonly File[]) {
    const { filesOfScript, readFilmScript } = await import('@/core/script/read-script');
    const { script, faults } = readFilmScript(text, knownFamilies);
    if (!script || faults.length > 0) {
      this.refuse(fileName, faults);
      return;
    }
    const needed = filesOfScript(script);
    const has = [...packed].filter(([name]) => needed.includes(name));
    this.opening = { fileName, text, needed, files: new Map(has) };
    await this.give(files);
  }

  /** Makes the film once all of its files are there, and asks for those that are not. */
  private async goOn(): Promise<void> {
    const { opening } = this;
    if (!opening) return;
    const { fileName, text, files } = opening;
    const missing = missingOf(opening);
    if (missing.length > 0) {
      setSession({ script: { fileName, missing, faults: [] } });
      return;
    }
    setSession({ script: null, reading: { fileName, share: 0, startedMs: Date.now() } });
    try {
      const outcome = await this.studio.buildScript(text, files, freshId());
      if (!outcome || this.opening !== opening) return;
      if (!outcome.ok) {
        this.refuse(fileName, outcome.issues);
        return;
      }
      const { project, assets } = outcome.value;
      if (project.charts.length === 0) {
        this.refuse(fileName, [
          { message: 'The film has cards alone. Here it needs a chart of a table; “tempo render” makes it as it is.' },
        ]);
        return;
      }
      for (const [id, bytes] of assets) await keepAsset(id, bytes.slice().buffer as ArrayBuffer);
      this.opening = null;
      setSession({ pieceId: null, span: null, hovered: null, picked: null, playing: false });
      replaceProject(project);
      if (sessionStore.getState().step === 'gather') setSession({ step: 'dress' });
      const [first, ...others] = outcome.issues;
      if (first)
        toast(fileName, {
          description: `${first.message}${others.length > 0 ? ` And ${others.length} more notes.` : ''}`,
        });
    } catch (error) {
      tell(fileName, error);
    } finally {
      setSession({ reading: null });
    }
  }

  private refuse(fileName: string, faults: readonly { readonly message: string }[]): void {
    this.opening = null;
    setSession({ script: { fileName, missing: [], faults: faults.map(({ message }) => message) } });
  }
}

const missingOf = ({ needed, files }: Opening) => needed.filter((name) => !files.has(name));

/** Saves the open film as a script with its tables and pictures; says which data is missing where some is. */
export async function saveScript(): Promise<void> {
  const { project } = documentStore.getState();
  if (!project) return;
  const [{ scriptOfProject }, { SCRIPT_ENDING, writeScriptFile }] = await Promise.all([
    import('@/core/script/write-script'),
    import('@/export/script-file'),
  ]);
  const written = scriptOfProject(project, knownFamilies);
  const bytes = new Map<string, Uint8Array>();
  for (const [name, assetId] of written.files) {
    const found = await loadAsset(assetId);
    if (!found) {
      toast.error(`The data of ${name} is no longer in this browser, so the film cannot be written.`);
      return;
    }
    bytes.set(assetId, new Uint8Array(found));
  }
  const packed = writeScriptFile(written, (assetId) => bytes.get(assetId) ?? new Uint8Array());
  save(new Blob([packed], { type: 'application/zip' }), fileNameOf(project.name, SCRIPT_ENDING));
}
