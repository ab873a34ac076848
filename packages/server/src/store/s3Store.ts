import {
  DeleteObjectCommand,
  GetObjectCommand,
  ListObjectsV2Command,
  NoSuchKey,
  PutObjectCommand,
  S3Client,
} from '@aws-sdk/client-s3';
import { Upload } from '@aws-sdk/lib-storage';
import type { Readable } from 'node:stream';
import { checkName, ObjectGone, type ObjectStore, type StoredObject } from './objectStore.ts';

export interface S3Options {
  readonly bucket: string;
  /** Where the service listens, e.g. "http://store.school.example:9000"; that of the region by default. */
  readonly endpoint?: string | undefined;
  readonly region: string;
  readonly accessKey: string;
  readonly secretKey: string;
}

/** Objects in a bucket of a service that speaks the S3 protocol. */
export class S3Store implements ObjectStore {
  readonly #client: S3Client;
  readonly #bucket: string;

  constructor({ bucket, endpoint, region, accessKey, secretKey }: S3Options) {
    this.#bucket = bucket;
    this.#client = new S3Client({
      region,
      ...(endpoint === undefined ? {} : { endpoint }),
      // A service of one's own has no name for each bucket.
      forcePathStyle: endpoint !== undefined,
      credentials: { accessKeyId: accessKey, secretAccessKey: secretKey },
      // Checksums beside the protocol's own are not understood by every service.
      requestChecksumCalculation: 'WHEN_REQUIRED',
      responseChecksumValidation: 'WHEN_REQUIRED',
    });
  }

  async put(name: string, content: Uint8Array | Readable): Promise<void> {
    const target = { Bucket: this.#bucket, Key: checkName(name), Body: content };
    if (content instanceof Uint8Array) await this.#client.send(new PutObjectCommand(target));
    else await new Upload({ client: this.#client, params: target }).done();
  }

  async read(name: string, range?: { readonly start: number; readonly end: number }): Promise<Buffer> {
    const body = await this.#get(name, range);
    return Buffer.from(await body.transformToByteArray());
  }

  async stream(name: string): Promise<Readable> {
    // In Node the body is a readable stream.
    return (await this.#get(name)) as unknown as Readable;
  }

  async delete(name: string): Promise<void> {
    await this.#client.send(new DeleteObjectCommand({ Bucket: this.#bucket, Key: checkName(name) }));
  }

  async *list(prefix: string): AsyncGenerator<StoredObject> {
    let token: string | undefined;
    do {
      const page = await this.#client.send(
        new ListObjectsV2Command({ Bucket: this.#bucket, Prefix: prefix, ContinuationToken: token }),
      );
      for (const { Key, Size, LastModified } of page.Contents ?? [])
        if (Key !== undefined) yield { name: Key, bytes: Size ?? 0, changedAt: LastModified ?? new Date() };
      token = page.NextContinuationToken;
    } while (token !== undefined);
  }

  async #get(name: string, range?: { readonly start: number; readonly end: number }) {
    try {
      const { Body } = await this.#client.send(
        new GetObjectCommand({
          Bucket: this.#bucket,
          Key: checkName(name),
          ...(range ? { Range: `bytes=${range.start}-${range.end - 1}` } : {}),
        }),
      );
      if (!Body) throw new ObjectGone(name);
      return Body;
    } catch (error) {
      if (error instanceof NoSuchKey || (error instanceof Error && error.name === 'NotFound'))
        throw new ObjectGone(name);
      throw error;
    }
  }
}
