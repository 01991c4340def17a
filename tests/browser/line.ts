/** A line to the server that can be cut. */
import net from 'node:net';

export type Line = Readonly<{ url: string; cut: () => Promise<void>; mend: () => Promise<void> }>;
/** A line to the server that can be cut: the browser's own way of being offline does not reach its service worker. */
export async function lineTo({ hostname, port }: URL): Promise<Line> {
  const open = new Set<net.Socket>();
  let server: net.Server | null = null;
  let at = 0;
  const mend = () =>
    new Promise<void>((ready) => {
      server = net.createServer((from) => {
        const to = net.connect(Number(port), hostname);
        for (const [socket, other] of [
          [from, to],
          [to, from],
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
