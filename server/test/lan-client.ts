import http from 'node:http';
import type { LanState } from '@puddler/contract';
import type { Running } from '../src/serve';
import { clientOf } from './helpers';

/** A second address of this machine that is there wherever loopback is. */
export const LAN = '127.0.0.2';
/** A third and a fourth, for those who come from there. */
export const PHONE = '127.0.0.3';
export const OTHER = '127.0.0.4';

export interface Answer {
  status: number;
  headers: http.IncomingHttpHeaders;
  body: Buffer;
  json: () => Record<string, unknown>;
}

export interface Asked {
  method?: string;
  path?: string;
  headers?: Record<string, string | string[]>;
  /** A text is sent as it is. */
  body?: unknown;
  /** The address that it comes from. */
  from?: string;
}

/** One request to a URL as a device would send it: from an address of its own, with the headers that are given over the usual ones. */
export function ask(url: string, { method = 'GET', path = '/', headers = {}, body, from = PHONE }: Asked = {}): Promise<Answer> {
  const { hostname, port, host } = new URL(url);
  const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body);
  const usual = {
    host,
    ...(method === 'GET' || method === 'HEAD' ? {} : { origin: url }),
    ...(text === undefined ? {} : { 'content-type': 'application/json', 'content-length': String(Buffer.byteLength(text)) }),
  };
  const given = Object.entries({ ...usual, ...headers }).filter(([, value]) => value !== '');
  return new Promise((resolve, reject) => {
    const request = http.request(
      { hostname, port, method, path, headers: Object.fromEntries(given), localAddress: from, agent: false, setHost: false },
      (response) => {
        const pieces: Buffer[] = [];
        response.on('data', (piece: Buffer) => pieces.push(piece));
        response.on('error', reject);
        response.on('end', () => {
          const whole = Buffer.concat(pieces);
          const { statusCode: status = 0, headers: answered } = response;
          resolve({ status, headers: answered, body: whole, json: () => JSON.parse(whole.toString()) as Record<string, unknown> });
        });
      },
    );
    request.on('error', reject);
    request.end(text);
  });
}

export const codeOf = (answer: Answer): unknown => (answer.json()['error'] as { code?: unknown } | undefined)?.code;

/** The network of a server: switched on at the second address, with the calls of the laptop and of a device. */
export async function networkOf(running: Running) {
  const { http: laptop } = clientOf(running);
  const on = (await laptop.put('/api/lan').send({ isOn: true, address: LAN })).body as LanState;
  const { url } = on.on!;
  const offer = async () => ((await laptop.post('/api/lan/offer')).body as LanState).offer!;
  const state = async () => (await laptop.get('/api/lan')).body as LanState;
  const answer = async (said: 'yes' | 'no') => laptop.post(`/api/lan/asks/${(await state()).asks[0]!.id}`).send({ answer: said });
  const outcome = (token: unknown, from = PHONE) => ask(url, { method: 'POST', path: '/pair/outcome', body: { token }, from });
  const askIn = (shown: { secret?: string; code?: string; name?: string }, from = PHONE) =>
    ask(url, { method: 'POST', path: '/pair/ask', body: { name: 'Phone', ...shown }, from });
  return {
    url,
    laptop,
    offer,
    state,
    answer,
    outcome,
    askIn,
    /** Lets a device in by its whole way; its cookie. */
    async pair(from = PHONE, name = 'Phone'): Promise<string> {
      const { secret } = await offer();
      const { token } = (await askIn({ secret, name }, from)).json();
      await answer('yes');
      return (await outcome(token, from)).headers['set-cookie']![0]!.split(';')[0]!;
    },
  };
}
