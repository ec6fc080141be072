import { connect } from 'node:net';
import { parseArgs } from 'node:util';
import { formatLine, isCommand, parseLine } from '@ashstep/contract/instruments';
import { LineStream } from '../line-stream.js';
import { SimulatedAir } from './air.js';
import { SimulatedProbe } from './probe.js';
import { SimulatedScale } from './scale.js';
import type { Simulated } from './simulated.js';

const { values } = parseArgs({ options: { port: { type: 'string', default: '4281' }, seed: { type: 'string', default: '1' } } }); // prettier-ignore
const seed = Number(values.seed);
const TICK_MS = 40;
const AGAIN_MS = 1_000;

/** Every instrument of a well-kept shed, none of them real. */
const instruments: Simulated[] = [
  new SimulatedScale('sim-scale', seed),
  new SimulatedProbe('sim-infrared', 'infrared', 'Infrared thermometer', seed + 1),
  new SimulatedProbe('sim-contact', 'contact', 'Contact thermometer', seed + 2),
  new SimulatedAir('sim-air', seed + 3),
  new SimulatedProbe('sim-moisture', 'moisture', 'Moisture meter', seed + 4, 9, undefined),
  new SimulatedProbe('sim-hardness', 'hardness', 'Hardness tester', seed + 5),
  new SimulatedProbe('sim-depth', 'depth', 'Depth gauge', seed + 6),
  new SimulatedProbe('sim-thickness', 'thickness', 'Thickness gauge', seed + 7),
  new SimulatedProbe('sim-colour', 'colour', 'Colour meter', seed + 8),
];

/** Speaks to the bridge as any instrument would; looks for it again when it has gone. */
function begin(): void {
  const wire = connect({ port: Number(values.port), host: '127.0.0.1', noDelay: true });
  const say = (lines: readonly Parameters<typeof formatLine>[0][]): void => void (lines.length > 0 && wire.write(lines.map((line) => `${formatLine(line)}\n`).join(''))); // prettier-ignore
  let ticking: ReturnType<typeof setInterval> | undefined;
  let at = performance.now();
  wire.once('connect', () => {
    say(instruments.map((one) => one.hello()));
    at = performance.now();
    ticking = setInterval(() => {
      const now = performance.now();
      const dtS = (now - at) / 1000;
      at = now;
      say(instruments.flatMap((one) => one.tick(dtS, Date.now())));
    }, TICK_MS);
  });
  new LineStream(
    wire,
    (text) => {
      const line = parseLine(text);
      if (isCommand(line)) say(instruments.find(({ id }) => id === line.id)?.told(line) ?? []);
    },
    () => {
      clearInterval(ticking);
      setTimeout(begin, AGAIN_MS);
    },
  );
}

begin();
process.send?.('ready');
for (const signal of ['SIGINT', 'SIGTERM', 'disconnect']) process.on(signal, () => process.exit(0));
