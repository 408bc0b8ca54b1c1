import { createReadStream, createWriteStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  AbortMultipartUploadCommand,
  CopyObjectCommand,
  DeleteObjectsCommand,
  GetObjectCommand,
  HeadObjectCommand,
  ListMultipartUploadsCommand,
  ListObjectsV2Command,
  PutObjectCommand,
  S3Client,
} from '@aws-sdk/client-s3';
import { Upload } from '@aws-sdk/lib-storage';
import { FarmError } from '../farm-error';
import type { FarmStore, StoredThing } from './store';

/** Bytes of a part of an upload; what is smaller goes in one piece. */
const PART_BYTES = 8 * 2 ** 20;
const SILENT_MS = 30_000;
/** Most keys that one request may remove. */
const REMOVED_AT_ONCE = 1000;
/** An upload that was begun longer ago than this by anybody is left over. */
const STALE_UPLOAD_MS = 24 * 3_600_000;

interface AwsError {
  readonly name: string;
  readonly message: string;
  readonly $metadata?: { readonly httpStatusCode?: number };
}

/** A store in an S3-compatible object store. Objects are seen once they are whole, and large ones go up in parts. */
export class S3Store implements FarmStore {
  readonly place: string;
  private readonly client: S3Client;

  /**
   * Region, address, keys and all else come from the environment, as for every program that speaks S3: AWS_REGION,
   * AWS_ENDPOINT_URL_S3, AWS_ACCESS_KEY_ID, AWS_SECRET_ACCESS_KEY, or the role of the machine.
   *
   * @param prefix Before all keys; '' or with a slash at its end.
   */
  constructor(
    private readonly bucket: string,
    private readonly prefix: string,
  ) {
    this.place = `s3://${bucket}/${prefix}`;
    // Its makers remind of newer versions of Node; which one runs here is ours to know.
    process.env.AWS_SDK_JS_NODE_VERSION_SUPPORT_WARNING_DISABLED ??= 'true';
    const elsewhere = process.env.AWS_ENDPOINT_URL_S3 ?? process.env.AWS_ENDPOINT_URL;
    this.client = new S3Client({
      region: process.env.AWS_REGION ?? process.env.AWS_DEFAULT_REGION ?? 'us-east-1',
      // Servers of one's own seldom have a name for each bucket.
      ...(elsewhere ? { endpoint: elsewhere, forcePathStyle: true } : {}),
      // A server that says nothing for so long is taken for gone, and asked again.
      requestHandler: { connectionTimeout: 10_000, socketTimeout: SILENT_MS },
      // Checks that not all servers know are made only where they are asked for.
      requestChecksumCalculation: 'WHEN_REQUIRED',
      responseChecksumValidation: 'WHEN_REQUIRED',
    });
  }

  private at(key: string) {
    return { Bucket: this.bucket, Key: `${this.prefix}${key}` };
  }

  has(key: string): Promise<boolean> {
    return this.told(async () => {
      await this.client.send(new HeadObjectCommand(this.at(key)));
      return true;
    }, false);
  }

  read(key: string): Promise<Uint8Array | null> {
    return this.told(async () => {
      const { Body } = await this.client.send(new GetObjectCommand(this.at(key)));
      return Body ? Body.transformToByteArray() : new Uint8Array(0);
    }, null);
  }

  readInto(key: string, file: string): Promise<boolean> {
    return this.told(async () => {
      const { Body } = await this.client.send(new GetObjectCommand(this.at(key)));
      await pipeline(Body as Readable, createWriteStream(file));
      return true;
    }, false);
  }

  async write(key: string, bytes: Uint8Array): Promise<void> {
    await this.upload(key, bytes);
  }

  async writeOnce(key: string, bytes: Uint8Array): Promise<void> {
    // Servers that do not know the condition write; then the last stands.
    const put = new PutObjectCommand({ ...this.at(key), Body: bytes, IfNoneMatch: '*' });
    const isThere = (error: AwsError) => error.$metadata?.httpStatusCode === 412;
    await this.told(
      () => this.client.send(put).catch((error: AwsError) => (isThere(error) ? null : Promise.reject(error))),
      null,
      false,
    );
  }

  async writeFile(key: string, file: string): Promise<void> {
    const body = createReadStream(file);
    try {
      await this.upload(key, body);
    } finally {
      body.destroy();
    }
  }

  private async upload(key: string, Body: Uint8Array | Readable): Promise<void> {
    const upload = new Upload({
      client: this.client,
      params: { ...this.at(key), Body },
      partSize: PART_BYTES,
      leavePartsOnError: false,
    });
    await this.told(() => upload.done(), undefined, false);
  }

  async copy(from: string, to: string): Promise<void> {
    const CopySource = `${this.bucket}/${this.at(from).Key.split('/').map(encodeURIComponent).join('/')}`;
    const copied = await this.told(() => this.client.send(new CopyObjectCommand({ ...this.at(to), CopySource })), null);
    if (!copied) throw new FarmError('store-missing', `${this.place} has no ${from} any more.`);
  }

  async *list(prefix: string): AsyncIterable<StoredThing> {
    let ContinuationToken: string | undefined;
    do {
      const page = await this.told(
        () =>
          this.client.send(
            new ListObjectsV2Command({ Bucket: this.bucket, Prefix: `${this.prefix}${prefix}`, ContinuationToken }),
          ),
        null,
      );
      for (const { Key = '', Size = 0, LastModified } of page?.Contents ?? [])
        yield { key: Key.slice(this.prefix.length), bytes: Size, writtenMs: LastModified?.getTime() ?? 0 };
      ContinuationToken = page?.NextContinuationToken;
    } while (ContinuationToken);
  }

  async remove(keys: readonly string[]): Promise<void> {
    for (let at = 0; at < keys.length; at += REMOVED_AT_ONCE) {
      const Objects = keys.slice(at, at + REMOVED_AT_ONCE).map((key) => ({ Key: this.at(key).Key }));
      await this.told(
        () => this.client.send(new DeleteObjectsCommand({ Bucket: this.bucket, Delete: { Objects, Quiet: true } })),
        null,
      );
    }
  }

  /** Uploads do not say whose they are: all are left over where nobody works, and only old ones where somebody does. */
  async sweep(isAlive: (writer: string) => boolean): Promise<number> {
    const busy = isAlive('');
    const ask = () => this.client.send(new ListMultipartUploadsCommand({ Bucket: this.bucket, Prefix: this.prefix }));
    // A server that cannot tell removes them by a rule of its own.
    const found = await this.told(
      () => ask().catch((error: AwsError) => (error.$metadata?.httpStatusCode === 501 ? null : Promise.reject(error))),
      null,
    );
    let count = 0;
    for (const { Key, UploadId, Initiated } of found?.Uploads ?? []) {
      if (busy && Date.now() - (Initiated?.getTime() ?? 0) < STALE_UPLOAD_MS) continue;
      await this.told(
        () => this.client.send(new AbortMultipartUploadCommand({ Bucket: this.bucket, Key, UploadId })),
        null,
      );
      count++;
    }
    return count;
  }

  /** What there is, or `none` where there is nothing of that name. */
  private async told<T>(ask: () => Promise<T>, none: T, mayMiss = true): Promise<T> {
    try {
      return await ask();
    } catch (error) {
      const { name, $metadata } = error as AwsError;
      const isMissing = name === 'NoSuchKey' || (name === 'NotFound' && $metadata?.httpStatusCode === 404);
      if (isMissing && mayMiss) return none;
      throw this.trouble(error as AwsError);
    }
  }

  private trouble(error: AwsError): FarmError {
    const { name, message, $metadata } = error;
    const status = $metadata?.httpStatusCode;
    const cause = { cause: error };
    if (name === 'NoSuchBucket')
      return new FarmError(
        'store-unreachable',
        `There is no bucket “${this.bucket}”. Make it, or name another in --store.`,
        cause,
      );
    if (status === 401 || status === 403 || name === 'CredentialsProviderError')
      return new FarmError(
        'store-refused',
        `The store ${this.place} refuses the keys of this machine (${name}). Set AWS_ACCESS_KEY_ID and AWS_SECRET_ACCESS_KEY, or give its role the right to read and write there.`,
        cause,
      );
    if (status === 507 || /quota|full|storage/i.test(name))
      return new FarmError(
        'store-full',
        `The store ${this.place} is full (${name}). Make room (tempo farm clean removes what no job needs), and the work goes on.`,
        cause,
      );
    return new FarmError('store-unreachable', `The store ${this.place} cannot be used: ${message || name}.`, cause);
  }
}
