import { lookup } from 'node:dns';
import { request as requestHttp } from 'node:http';
import { request as requestHttps } from 'node:https';
import { isIP } from 'node:net';
import { isOwnNetwork } from './ownNetwork';

const WITHIN_MS = 15_000;
/** Of an answer no more is read: what an address says is its own affair. */
const MOST_READ = 4_096;

/** An address that may not be sent to; trying again gives the same. */
export class ForbiddenAddress extends Error {}

/** The host of an address with its port where it names one, as the settings name those allowed. */
const hostOf = (url: URL) => url.host;

/**
 * What is wrong with an address before it is asked: 'format', 'needsTls', 'ownNetwork'; null:
 * nothing. @param allowed hosts that may lie in the own network and be without TLS
 */
export function findUrlFault(
  text: string,
  allowed: ReadonlySet<string>,
): 'notAWebAddress' | 'needsTls' | 'ownNetwork' | null {
  const url = URL.canParse(text) ? new URL(text) : null;
  if (!url || !/^https?:$/.test(url.protocol) || url.username || url.password || url.hash)
    return 'notAWebAddress';
  if (allowed.has(hostOf(url))) return null;
  const name = url.hostname.replace(/^\[|\]$/g, '').toLowerCase();
  if ((isIP(name) && isOwnNetwork(name)) || /(^|\.)localhost\.?$/.test(name)) return 'ownNetwork';
  return url.protocol === 'https:' ? null : 'needsTls';
}

/**
 * Posts a text; follows nowhere. The name is looked up once and that very address is connected to,
 * so that it cannot point elsewhere between the check and the request. @returns the HTTP status
 * @throws ForbiddenAddress, or Error when there was no answer within 15 seconds
 */
export function post(
  text: string,
  headers: Readonly<Record<string, string>>,
  body: string,
  allowed: ReadonlySet<string>,
): Promise<number> {
  const fault = findUrlFault(text, allowed);
  if (fault) return Promise.reject(new ForbiddenAddress(`The address is not taken: ${fault}.`));
  const url = new URL(text);
  const isAllowed = allowed.has(hostOf(url));
  const request = url.protocol === 'https:' ? requestHttps : requestHttp;
  return new Promise((resolve, reject) => {
    const sent = request(
      url,
      {
        method: 'POST',
        agent: false,
        headers: { ...headers, 'content-length': Buffer.byteLength(body) },
        lookup: (name, options, done) =>
          lookup(name, { ...options, all: true }, (error, found) => {
            if (error) return done(error, '', 0);
            const open = isAllowed ? found : found.filter((each) => !isOwnNetwork(each.address));
            if (open.length === 0)
              return done(
                new ForbiddenAddress(`${name} lies in the own network; it is not asked.`),
                '',
                0,
              );
            // Node asks for all of them or for one.
            if (options.all) return (done as (error: null, all: typeof open) => void)(null, open);
            done(null, open[0]!.address, open[0]!.family);
          }),
      },
      (answer) => {
        let read = 0;
        const settle = () => {
          clearTimeout(late);
          answer.destroy();
          resolve(answer.statusCode!);
        };
        answer.on('data', (chunk: Buffer) => {
          read += chunk.length;
          if (read > MOST_READ) settle();
        });
        answer.on('end', settle);
        answer.on('error', settle);
      },
    );
    const late = setTimeout(
      () => sent.destroy(new Error(`No answer within ${WITHIN_MS / 1000} seconds.`)),
      WITHIN_MS,
    );
    sent.on('error', (error) => {
      clearTimeout(late);
      reject(error);
    });
    sent.end(body);
  });
}
