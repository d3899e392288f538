// Who may come in at all: under which name the server is asked, and from which page a request that writes comes.
import { hostname } from 'node:os';
import { isIP } from 'node:net';
import type { Request, RequestHandler } from 'express';
import { refuse } from './answers.ts';

export interface Doors {
  /** Listens on more than this machine. */
  readonly open: boolean;
  /** Names besides this machine's own under which it may be asked. */
  readonly names: readonly string[];
  /** Addresses of the pages that may write, where a proxy in front has one of its own: https://water.example */
  readonly origins: readonly string[];
}

/** Header that a program which is no browser sends to write: a page of another origin cannot send it unasked. */
export const WRITE_HEADER = 'Vernal-Write';

/** Name in a Host header or an address, without its port; undefined where it is none. */
export function nameOf(host: string | undefined): string | undefined {
  const found = /^(\[[0-9a-f:.]+\]|[\w.-]+)(?::\d{1,5})?$/i.exec(host ?? '');
  return found?.[1].toLowerCase();
}
const bare = (name: string): string => name.replace(/^\[|\]$/g, '');

/** True of a name of this machine that no other can take: what listens there is only asked from here. */
export const isLoopback = (name: string): boolean =>
  name === 'localhost' || bare(name) === '::1' || (isIP(name) === 4 && name.startsWith('127.'));

/**
 * True of a name under which the server may be asked. A page of the open net can have its name lead to this machine
 * (rebinding); it cannot have a bare address for a name.
 */
export function isOurName(name: string, doors: Doors): boolean {
  if (isLoopback(name) || doors.names.includes(name)) return true;
  if (!doors.open) return false;
  const own = hostname().toLowerCase();
  return isIP(bare(name)) !== 0 || name === own || name === `${own}.local`;
}

const isOrigin = (origin: string, req: Request, doors: Doors): boolean => {
  if (doors.origins.includes(origin)) return true;
  try {
    // the scheme is left out: what ends TLS in front of us speaks plainly with us
    return new URL(origin).host === req.headers.host?.toLowerCase();
  } catch {
    return false;
  }
};

/** Refuses requests under names that are not ours. */
export const ourName =
  (doors: Doors): RequestHandler =>
  (req, res, next) => {
    const name = nameOf(req.headers.host);
    if (name !== undefined && isOurName(name, doors)) next();
    else
      refuse(
        res,
        421,
        'unknown-host',
        'This server does not answer under this name. Start it with --name NAME to let it, or use its address.',
      );
  };

/** Refuses requests that write and come from the page of another. */
export const ourOrigin =
  (doors: Doors): RequestHandler =>
  (req, res, next) => {
    if (req.method === 'GET' || req.method === 'HEAD' || req.method === 'OPTIONS') return next();
    const { origin } = req.headers;
    const site = req.headers['sec-fetch-site'];
    const ours =
      origin !== undefined
        ? isOrigin(origin, req, doors)
        : site !== undefined
          ? site === 'same-origin'
          : req.get(WRITE_HEADER) !== undefined;
    if (ours) next();
    else
      refuse(
        res,
        403,
        'other-origin',
        `Only the pages of this server may write to it. A program of your own sends the header ${WRITE_HEADER}: 1 and no Origin.`,
      );
  };
