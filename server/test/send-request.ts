import http from 'node:http';
import type { AnyRequest } from './any-request';

/** Sends a request just as it is; a library would set half of it right. */
export function send(port: number, { method, path, headers, body }: AnyRequest): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const framed = body === undefined ? headers : { ...headers, 'content-length': String(Buffer.byteLength(body)) };
    const request = http.request({ host: '127.0.0.1', port, method, path, headers: framed }, (response) => {
      const all: Buffer[] = [];
      response.on('data', (piece: Buffer) => all.push(piece));
      response.on('end', () => resolve({ status: response.statusCode!, text: Buffer.concat(all).toString() }));
      response.on('error', reject);
    });
    request.on('error', reject);
    request.end(body);
  });
}
