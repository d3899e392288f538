// Requests over connections of one's own, each from an address of its own on this machine.
import { Agent, request } from 'node:http';

/** A client with one connection that stays open. @param {number} nth from which its address is made */
export function clientOf(address, nth = 0) {
  const { hostname, port } = new URL(address);
  const localAddress = `127.${1 + (Math.floor(nth / 62500) % 100)}.${Math.floor(nth / 250) % 250}.${2 + (nth % 250)}`;
  const agent = new Agent({ keepAlive: true, maxSockets: 1, localAddress });
  /** @returns status and text; `cut` where the connection ended without an answer */
  const ask = (method, path, body, headers = {}) =>
    new Promise((resolve) => {
      const bytes = body === undefined ? undefined : Buffer.from(body);
      const sent = request(
        {
          agent,
          host: hostname,
          port,
          method,
          path,
          headers: {
            'Vernal-Write': '1',
            ...(bytes ? { 'Content-Type': 'application/json', 'Content-Length': bytes.length } : {}),
            ...headers,
          },
        },
        (answer) => {
          const parts = [];
          answer.on('data', (part) => parts.push(part));
          answer.on('end', () =>
            resolve({
              status: answer.statusCode,
              headers: answer.headers,
              text: Buffer.concat(parts).toString('utf8'),
            }),
          );
          answer.on('error', (error) => resolve({ cut: error.code ?? error.message }));
        },
      );
      sent.on('error', (error) => resolve({ cut: error.code ?? error.message }));
      sent.end(bytes);
    });
  return { ask, close: () => agent.destroy() };
}
