import { type Server, createServer } from 'node:net';
import type { Duplex } from 'node:stream';

/** Instruments that speak over the network of this machine: nothing from outside is let in. */
export function listenOnLoopback(port: number, onConnection: (wire: Duplex) => void): Promise<Server> {
  return new Promise((resolve, reject) => {
    const server = createServer({ noDelay: true }, onConnection);
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}

interface PortOptions {
  path: string;
  baudRate: number;
  autoOpen: false;
}
/** A port of the `serialport` package, or one that stands in for it. */
type MakePort = (options: PortOptions) => Duplex & { open: (done: (error: Error | null) => void) => void };

/** A serial port is tried again so long after it went, ms: somebody pulled the plug and will put it back. */
const PLUGGED_MS = 2_000;

/**
 * Instruments on a serial port, for as long as the bridge runs.
 * @param where "/dev/ttyUSB0" or "/dev/ttyUSB0:9600"
 */
export async function openSerial(
  where: string,
  onConnection: (wire: Duplex) => void,
  log: (words: string) => void,
  make?: MakePort,
): Promise<void> {
  // Loaded where it is wanted: a machine without serial ports does without.
  const port =
    make ??
    (
      ({ SerialPort }) =>
      (options: PortOptions) =>
        new SerialPort(options)
    )(await import('serialport'));
  const [, path = where, rate = '9600'] = /^(.*?)(?::(\d{3,7}))?$/.exec(where) ?? [];
  const open = (): void => {
    const wire = port({ path, baudRate: Number(rate), autoOpen: false });
    wire.open((error) => {
      if (error) {
        log(`${path}: ${error.message}`);
        return void setTimeout(open, PLUGGED_MS);
      }
      log(`${path} is open at ${rate} baud`);
      wire.once('close', () => setTimeout(open, PLUGGED_MS));
      onConnection(wire);
    });
  };
  open();
}
