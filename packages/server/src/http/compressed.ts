import type { Request, Response } from 'express';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';

const compress = promisify(brotliCompress);

/** Something that is sent often, made small once. */
export interface Compressed {
  readonly plain: Buffer;
  readonly brotli: Buffer;
}

/** @param quality of Brotli, up to 11: the higher, the slower and the smaller. */
export async function compressed(plain: Buffer, quality = 9): Promise<Compressed> {
  return { plain, brotli: await compress(plain, { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }) };
}

/** Sends it in the smaller form to who takes that. The media type is to be set before. */
export function sendCompressed(request: Request, response: Response, { plain, brotli }: Compressed): void {
  response.vary('Accept-Encoding');
  if (request.acceptsEncodings('br') === 'br') response.set('Content-Encoding', 'br').send(brotli);
  else response.send(plain);
}
