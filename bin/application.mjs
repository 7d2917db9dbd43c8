// The built application on an address: bin/application.mjs HOST PORT.
import { createServer } from 'node:http';
import next from 'next';
import { sendCompressed } from './lib/compressed.mjs';
import { callerOf, refusalOf } from './lib/door.mjs';
import { root } from './lib/root.mjs';

const [hostname, port] = [process.argv[2], Number(process.argv[3])];
const application = next({ dev: false, dir: root, hostname, port });
await application.prepare();
const handle = application.getRequestHandler();

const server = createServer((request, response) => {
  const refused = refusalOf(request.method, request.url);
  if (refused) {
    response.writeHead(refused.status, { 'content-type': 'application/json', connection: 'close' });
    response.end(JSON.stringify({ message: refused.message, details: [] }));
    return;
  }
  // What callers write there themselves is not believed.
  request.headers['x-forwarded-for'] = callerOf(
    request.socket.remoteAddress,
    request.headers['x-forwarded-for'],
  );
  sendCompressed(request, response);
  void handle(request, response);
});

for (const signal of ['SIGINT', 'SIGTERM'])
  process.once(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    // What still hangs on after a while is not waited for.
    setTimeout(() => process.exit(0), 2000).unref();
  });
server.listen(port, hostname);
