// Comes to a stop without cutting anybody off: what is on the way is answered, what is new is refused.
import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import type { Socket } from 'node:net';
import type { RequestHandler } from 'express';
import { refuse } from './answers.ts';

/** How long a connection without a request stays open after the word to stop: what is on the wire still comes in, ms. */
const GRACE_MS = 250;
/** How long an answer may take then before its connection is cut, ms. */
const PATIENCE_MS = 20_000;
const LOOK_MS = 25;

export interface Stopping {
  /** Refuses what comes in after the word to stop. */
  readonly handler: RequestHandler;
  /** Watches a server's connections. */
  readonly watch: (server: Server) => void;
  /** Answers what is on the way, refuses what is new, closes every connection. */
  readonly stop: (server: Server) => Promise<void>;
}

export function stopping(): Stopping {
  let stopped = false;
  /** Requests on the way of each open connection, and since when there is none, ms. */
  const open = new Map<Socket, { busy: number; idleSince: number }>();

  const handler: RequestHandler = (_req, res, next) => {
    if (!stopped) return next();
    refuse(
      res.set('Connection', 'close'),
      503,
      'stopping',
      'The server is stopping. Nothing was changed; try again in a moment.',
    );
  };
  function watch(server: Server): void {
    server.on('connection', (socket: Socket) => {
      open.set(socket, { busy: 0, idleSince: performance.now() });
      socket.once('close', () => open.delete(socket));
    });
    server.prependListener('request', (req: IncomingMessage, res: ServerResponse) => {
      const state = open.get(req.socket);
      if (!state) return;
      state.busy++;
      res.once('close', () => {
        state.busy--;
        state.idleSince = performance.now();
      });
      // an answer that begins now tells the client that the connection ends with it
      if (stopped) res.setHeader('Connection', 'close');
      else {
        const { writeHead } = res;
        res.writeHead = function (this: ServerResponse, ...args: Parameters<typeof writeHead>) {
          if (stopped && !res.headersSent) res.setHeader('Connection', 'close');
          return writeHead.apply(this, args);
        } as typeof writeHead;
      }
    });
  }
  /** Closes what has asked for nothing for a while; what lies unread in the system's hands is read before that. */
  function closeIdle(begun: number): void {
    const isIdle = (socket: Socket): boolean => {
      const state = open.get(socket);
      return state?.busy === 0 && performance.now() - Math.max(state.idleSince, begun) >= GRACE_MS;
    };
    const idle = [...open.keys()].filter(isIdle);
    setImmediate(() => idle.filter(isIdle).forEach((socket) => socket.destroySoon()));
  }
  function stop(server: Server): Promise<void> {
    stopped = true;
    const begun = performance.now();
    return new Promise((resolve) => {
      const look = setInterval(() => {
        closeIdle(begun);
        if (performance.now() - begun > PATIENCE_MS) server.closeAllConnections();
      }, LOOK_MS);
      // Node lets go of connections without a request at once when it stops listening: ours wait for what is on the wire
      const { closeIdleConnections } = server;
      server.closeIdleConnections = () => undefined;
      server.close(() => {
        clearInterval(look);
        resolve();
      });
      server.closeIdleConnections = closeIdleConnections.bind(server);
    });
  }
  return { handler, watch, stop };
}
