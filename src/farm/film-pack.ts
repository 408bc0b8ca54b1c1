import { gunzipSync, gzipSync } from 'node:zlib';
import { cubesOf, type PlainCube, plainCubes, withoutSources } from '@/core/film/film-data';
import type { Cubes } from '@/core/film/tell-film';
import type { Project } from '@/core/project/project';
import { addressOf, addressOfBytes } from './address';
import { FarmError } from './farm-error';
import type { FarmStore } from './store/store';

/** A film's document, its values and its files. */
export interface FarmSource {
  readonly project: Project;
  readonly cubes: Cubes;
  /** Pictures, fonts and sounds by their assets; tables are not needed any more. */
  readonly assets: ReadonlyMap<string, Uint8Array>;
}

/** What a pack holds: keys of the store for each chart's values and each file. */
interface Pack {
  readonly project: Project;
  readonly cubes: Readonly<Record<string, string>>;
  readonly assets: Readonly<Record<string, string>>;
}

/** A film that lies in the store. */
export interface StoredPack {
  readonly pack: string;
  readonly needs: readonly string[];
  readonly ofCube: (chartId: string) => string;
  readonly ofAsset: (assetId: string) => string;
  readonly ofData: (data: unknown) => string;
}

const compress = (text: string) => new Uint8Array(gzipSync(text, { level: 6 }));
const expand = (bytes: Uint8Array) => gunzipSync(bytes).toString('utf8');

/** Puts films into a store, each thing once: values and files are shared by all films that have the same. */
export class Packer {
  private readonly there = new Map<string, Promise<void>>();
  private readonly addresses = new WeakMap<object, string>();

  constructor(private readonly store: FarmStore) {}

  /** @throws FarmError where the store cannot be written. */
  async put({ project, cubes, assets }: FarmSource): Promise<StoredPack> {
    const cubeKeys = new Map<string, string>();
    for (const [id, cube] of cubes) cubeKeys.set(id, await this.putCube(cube));
    const wanted = [...project.pictures, ...project.fonts, ...project.film.sounds].map(({ assetId }) => assetId);
    const assetKeys = new Map<string, string>();
    for (const id of new Set(wanted)) {
      const bytes = assets.get(id);
      if (bytes) assetKeys.set(id, await this.putAsset(bytes));
    }
    const pack: Pack = {
      project: withoutSources(project),
      cubes: Object.fromEntries(cubeKeys),
      assets: Object.fromEntries(assetKeys),
    };
    const key = `packs/${addressOf(pack)}.json.gz`;
    await this.once(key, () => compress(JSON.stringify(pack)));
    return {
      pack: key,
      needs: [key, ...new Set([...cubeKeys.values(), ...assetKeys.values()])],
      ofCube: (id) => cubeKeys.get(id) ?? '',
      ofAsset: (id) => assetKeys.get(id) ?? '',
      ofData: addressOf,
    };
  }

  private async putCube(cube: Cubes extends ReadonlyMap<string, infer C> ? C : never): Promise<string> {
    const plain = () => plainCubes(new Map([['cube', cube]])).cube;
    const known = this.addresses.get(cube);
    const address = known ?? addressOf(plain());
    this.addresses.set(cube, address);
    const key = `values/${address}.json.gz`;
    await this.once(key, () => compress(JSON.stringify(plain())));
    return key;
  }

  private async putAsset(bytes: Uint8Array): Promise<string> {
    const known = this.addresses.get(bytes);
    const address = known ?? addressOfBytes(bytes);
    this.addresses.set(bytes, address);
    const key = `assets/${address}`;
    await this.once(key, () => bytes);
    return key;
  }

  private once(key: string, bytesOf: () => Uint8Array): Promise<void> {
    const known = this.there.get(key);
    if (known) return known;
    const put = this.store.has(key).then((has) => (has ? undefined : this.store.write(key, bytesOf())));
    this.there.set(key, put);
    return put;
  }
}

/**
 * A film from the store.
 *
 * @throws FarmError `store-missing` where something of it is not there any more.
 */
export async function openPack(store: FarmStore, key: string): Promise<FarmSource> {
  const read = async (each: string) => {
    const bytes = await store.read(each);
    if (bytes) return bytes;
    const words = `${store.place} has no ${each} any more: it was removed while the job was still there. Submit the job again.`;
    throw new FarmError('store-missing', words);
  };
  const pack: Pack = JSON.parse(expand(await read(key)));
  const plain: Record<string, PlainCube> = {};
  for (const [id, each] of Object.entries(pack.cubes)) plain[id] = JSON.parse(expand(await read(each)));
  const assets = new Map<string, Uint8Array>();
  for (const [id, each] of Object.entries(pack.assets)) assets.set(id, await read(each));
  return { project: pack.project, cubes: cubesOf(plain), assets };
}
