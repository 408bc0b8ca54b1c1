import { FarmError } from '../farm-error';
import { FolderStore } from './folder-store';
import type { FarmStore } from './store';

/**
 * The store of a place: `s3://bucket/prefix`, or a folder.
 *
 * @param writer Who writes: no two at once have the same name.
 * @throws FarmError for a place that cannot be one.
 */
export async function openStore(place: string, writer: string): Promise<FarmStore> {
  if (!/^[a-z][a-z\d+.-]+:\/\//i.test(place)) {
    if (place.trim() === '') throw new FarmError('bad-place', 'Name a store: a folder, or s3://bucket/prefix.');
    return new FolderStore(place, writer);
  }
  const [, bucket = '', prefix = ''] = /^s3:\/\/([^/]+)\/?(.*?)\/*$/.exec(place) ?? [];
  if (bucket === '')
    throw new FarmError('bad-place', `The store “${place}” is neither a folder nor s3://bucket/prefix.`);
  // What speaks S3 is only loaded where it is wanted.
  const { S3Store } = await import('./s3-store');
  return new S3Store(bucket, prefix === '' ? '' : `${prefix}/`);
}
