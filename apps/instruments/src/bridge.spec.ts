import { connect } from 'node:net';
import { SerialPortMock } from 'serialport';
import { Bridge } from './bridge.js';
import { type Heard, NotPaired, type ServerLink } from './server-link.js';
import { listenOnLoopback, openSerial } from './wires.js';

const HELLO = 'HELLO id=s1 kind=scale name="Bench scale"';
const read = (value: number): string => `READ id=s1 quantity=mass value=${value} unit=g state=stable`;

/** A server that takes what it is sent, is away, or knows nobody. */
class Server {
  readonly taken: string[][] = [];
  answer: (lines: readonly string[]) => Heard = () => ({ unknown: [], wrong: [] });
  tell: (line: string) => void = () => undefined;
  private heard: () => void = () => undefined;

  send = (lines: readonly string[]): Promise<Heard> => {
    try {
      const answer = this.answer(lines);
      this.taken.push([...lines]);
      return Promise.resolve(answer);
    } catch (error) {
      return Promise.reject(error as Error);
    } finally {
      this.heard();
    }
  };
  listen = (onOpen: () => void, onLine: (line: string) => void, stop: AbortSignal): Promise<void> => {
    this.tell = onLine;
    onOpen();
    return new Promise((resolve) => stop.addEventListener('abort', () => resolve()));
  };
  get lines(): string[] {
    return this.taken.flat();
  }
  async until(is: (lines: string[]) => boolean): Promise<void> {
    while (!is(this.lines)) await new Promise<void>((resolve) => (this.heard = resolve));
  }
}

describe('the bridge', () => {
  const ends: (() => void)[] = [];
  afterEach(() => ends.splice(0).forEach((end) => end()));

  async function shed() {
    const server = new Server();
    const said: string[] = [];
    const bridge = new Bridge(server as unknown as ServerLink, (words) => said.push(words));
    const tcp = await listenOnLoopback(0, (wire) => bridge.connect(wire));
    const { port } = tcp.address() as { port: number };
    bridge.start();
    const wire = connect({ port, host: '127.0.0.1' });
    const told: string[] = [];
    wire.setEncoding('utf8').on('data', (text: string) => told.push(...text.trim().split('\n')));
    ends.push(() => (bridge.stop(), wire.destroy(), tcp.close()));
    return { server, bridge, wire, told, said };
  }

  it('passes on who is there, what it reads, and that it is gone, whatever way the lines are cut up', async () => {
    const { server, wire, said } = await shed();
    wire.write(`${HELLO}\r\nnon`);
    wire.write('sense\nREAD id=s1 quantity=ma');
    wire.write('ss value=45.6 unit=g state=stable\n');
    await server.until((lines) => lines.includes(read(45.6)));
    expect(server.lines[0]).toBe(HELLO);
    expect(said).toEqual([jasmine.stringContaining('nonsense')]);
    wire.end();
    await server.until((lines) => lines.includes('BYE id=s1'));
  });

  it('keeps only the last reading while the server is away, and says first who it is of', async () => {
    const { server, wire } = await shed();
    let away = 2;
    server.answer = () => {
      if (away-- > 0) throw new Error('away');
      return { unknown: [], wrong: [] };
    };
    wire.write([HELLO, ...Array.from({ length: 50 }, (_, i) => read(i))].join('\n') + '\n');
    await server.until((lines) => lines.includes(read(49)));
    expect(server.lines).toEqual([HELLO, read(49)]);
  }, 20_000);

  it('says anew who an instrument is where the server does not know', async () => {
    const { server, wire } = await shed();
    let first = true;
    server.answer = () => {
      const unknown = first ? ['s1'] : [];
      first = false;
      return { unknown, wrong: [] };
    };
    wire.write(`${HELLO}\n${read(7)}\n`);
    await server.until((lines) => lines.filter((line) => line === HELLO).length > 1 && lines.at(-1) === read(7));
  });

  it('tells an instrument what it is asked, and no other', async () => {
    const { server, wire, told } = await shed();
    wire.write(`${HELLO}\n`);
    await server.until((lines) => lines.includes(HELLO));
    server.tell('TARE id=somebody');
    server.tell('TARE id=s1');
    await new Promise((resolve) => wire.once('data', resolve));
    expect(told).toEqual(['TARE id=s1']);
  });

  it('gives up where the shed knows it no more', async () => {
    const { server, bridge, wire } = await shed();
    server.answer = () => {
      throw new NotPaired('pair anew');
    };
    wire.write(`${HELLO}\n`);
    await expectAsync(bridge.failed).toBeRejectedWithError(NotPaired);
  });

  it('hears an instrument on a serial port, and answers it there', async () => {
    const { server, bridge } = await shed();
    SerialPortMock.binding.createPort('/dev/pretend', { record: true });
    ends.push(() => SerialPortMock.binding.reset());
    let port: SerialPortMock;
    await openSerial(
      '/dev/pretend:19200',
      (wire) => bridge.connect(wire),
      () => undefined,
      (options) => (port = new SerialPortMock(options)),
    );
    await new Promise((resolve) => port.once('open', resolve));
    expect(port!.baudRate).toBe(19_200);
    port!.port!.emitData(`${HELLO}\n${read(12.5)}\n`);
    await server.until((lines) => lines.includes(read(12.5)));
    server.tell('ASK id=s1');
    await new Promise<void>((resolve) => port.drain(() => resolve()));
    expect(port!.port!.recording.toString()).toBe('ASK id=s1\n');
  });
});
