import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import { parseArgs } from 'node:util';
import { Bridge } from './bridge.js';
import { ServerLink, pair } from './server-link.js';
import { listenOnLoopback, openSerial } from './wires.js';

const { values } = parseArgs({
  options: {
    server: { type: 'string', default: 'http://127.0.0.1:4280' },
    pair: { type: 'string' },
    name: { type: 'string', default: os.hostname().slice(0, 40) },
    'token-file': { type: 'string' },
    port: { type: 'string', default: '4281' },
    serial: { type: 'string', multiple: true, default: [] },
    help: { type: 'boolean', default: false },
  },
});
if (values.help) {
  process.stdout.write(
    'npm run instruments -- [--server URL] [--pair CODE] [--name NAME] [--port N] [--serial PATH[:BAUD]]… [--token-file FILE]\n  --pair CODE   the code shown in the shed under Instruments, once\n  --port N      instruments of this machine connect here by TCP\n  --serial PATH an instrument on a serial port\n',
  );
  process.exit(0);
}
const log = (words: string): void => void process.stderr.write(`${words}\n`);
const server = values.server.replace(/\/+$/, '');

async function tokenOf(): Promise<string> {
  const file = values['token-file'];
  const given = process.env['BRIDGE_TOKEN'];
  if (given) return given;
  if (values.pair) {
    const token = await pair(server, values.pair, values.name);
    if (file) writeFileSync(file, token, { mode: 0o600 });
    log('Paired.');
    return token;
  }
  if (file && existsSync(file)) return readFileSync(file, 'utf8').trim();
  throw new Error('Not paired yet. Take a code off the shed’s Instruments, and start with --pair CODE.');
}

try {
  const bridge = new Bridge(new ServerLink(server, await tokenOf()), log);
  const connect = bridge.connect.bind(bridge);
  const tcp = await listenOnLoopback(Number(values.port), connect);
  for (const where of values.serial) await openSerial(where, connect, log);
  bridge.start();
  process.send?.('ready');
  const stop = (): void => {
    bridge.stop();
    tcp.close();
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  process.on('disconnect', stop);
  await bridge.failed;
} catch (error) {
  log(error instanceof Error ? error.message : String(error));
  process.exit(1);
}
