/** A line to the server that can be cut. */
import net from 'node:net';

export type Line = Readonly<{
  url: string;
  cut: () => Promise<void>;
  /** @param to from now on another server is at its end */
  mend: (to?: URL) => Promise<void>;
}>;
/** A line to the server that can be cut: the browser's own way of being offline does not reach its service worker. */
export async function lineTo(first: URL): Promise<Line> {
  let end = first;
  const open = new Set<net.Socket>();
  let server: net.Server | null = null;
  let at = 0;
  const mend = (to: URL = end) =>
    new Promise<void>((ready) => {
      end = to;
      server = net.createServer((from) => {
        const there = net.connect(Number(end.port), end.hostname);
        for (const [socket, other] of [
          [from, there],
          [there, from],
        ] as const) {
          open.add(socket);
          socket.pipe(other);
          socket.on('error', () => other.destroy());
          socket.on('close', () => open.delete(socket));
        }
      });
      server.listen(at, '127.0.0.1', () => {
        at = (server!.address() as net.AddressInfo).port;
        ready();
      });
    });
  const cut = () =>
    new Promise<void>((gone) => {
      if (!server) return gone();
      server.close(() => gone());
      server = null;
      for (const socket of open) socket.destroy();
    });
  await mend();
  return { url: `http://localhost:${at}`, cut, mend };
}
