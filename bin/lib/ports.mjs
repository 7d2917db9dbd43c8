import net from 'node:net';

function isFree(port) {
  return new Promise((resolve) => {
    const server = net.createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

/** The first free port on loopback from `first` on. */
export async function freePort(first) {
  for (let port = first; port < first + 200; port++) if (await isFree(port)) return port;
  throw new Error(`No free port between ${first} and ${first + 200}.`);
}
