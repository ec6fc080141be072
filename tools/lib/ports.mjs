import net from 'node:net';

/** A port nobody listens on at the moment, beginning the search at `from`. */
export async function freePort(from = 0) {
  for (let port = from; ; port++) {
    const found = await tryPort(port);
    if (found !== null) return found;
    if (port > from + 500) throw new Error('no free port');
  }
}

function tryPort(port) {
  return new Promise((resolve) => {
    const server = net.createServer();
    server.once('error', () => resolve(null));
    server.listen(port, '127.0.0.1', () => {
      const { port: found } = server.address();
      server.close(() => resolve(found));
    });
  });
}
