import { imageSize } from 'image-size';
import type { Picture } from '../project/film-parts';

/** A name without the folders that it lies in. */
export const baseName = (file: string) => file.replace(/^.*[\\/]/, '');

/** The files that a script names, by the names that it has for them, and the assets that they become. */
export class ScriptFiles {
  private readonly assets = new Map<string, { readonly id: string; readonly bytes: Uint8Array }>();

  /** @param files Bytes by names. @param freshAsset Gives ids of assets. */
  constructor(
    private readonly files: ReadonlyMap<string, Uint8Array>,
    private readonly freshAsset: () => string,
  ) {}

  bytesOf(file: string): Uint8Array | undefined {
    return this.files.get(file);
  }

  /** The asset of a file: the same for all that name it. @param empty Of what has no bytes. */
  assetOf(file: string, empty = false): string {
    const key = empty ? `empty ${file}` : file;
    const known = this.assets.get(key);
    if (known) return known.id;
    const asset = {
      id: this.freshAsset(),
      bytes: empty ? new Uint8Array() : (this.files.get(file) ?? new Uint8Array()),
    };
    this.assets.set(key, asset);
    return asset.id;
  }

  /** The bytes of all assets that are used, by their ids. */
  bytes(): Map<string, Uint8Array> {
    return new Map([...this.assets.values()].map(({ id, bytes }) => [id, bytes]));
  }
}

const mimes: Readonly<Record<string, Picture['mime']>> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

/** A picture of the work from a file; in words what is wrong with it where it is none. */
export function pictureOf(id: string, file: string, files: ScriptFiles): Picture | string {
  const bytes = files.bytesOf(file);
  if (!bytes) return `the picture ${file} is not there. It should lie beside the script, under this name.`;
  let size: ReturnType<typeof imageSize>;
  try {
    size = imageSize(bytes);
  } catch {
    return `${file} is no picture that can be read. Take PNG, JPEG or WebP.`;
  }
  const mime = mimes[size.type ?? ''];
  if (!mime) return `${file} is a picture of the kind ${size.type}. Take PNG, JPEG or WebP.`;
  // Pictures that a camera has laid on their side are shown upright.
  const turned = (size.orientation ?? 1) > 4;
  const [widthPx, heightPx] = turned ? [size.height, size.width] : [size.width, size.height];
  return { id, fileName: baseName(file), assetId: files.assetOf(file), mime, widthPx, heightPx };
}
