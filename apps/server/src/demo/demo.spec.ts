import type { HistoryReply } from '@ashstep/contract';
import { TestServer } from '../testing/server.js';
import { verifyChain } from '../record/service.js';
import { board, history } from '../repairs/service.js';
import { loadDemo } from './index.js';

/** A database a server filled with the demo on its first start, and what its records are sealed with. */
const { DEMO_MODEL: MODEL, DEMO_KEY: KEY } = process.env;

describe('demo', () => {
  let server: TestServer;
  beforeAll(async () => {
    if (MODEL && KEY) server = await TestServer.onCopyOf(MODEL, KEY);
    else {
      server = await TestServer.start();
      await server.owner.query('DELETE FROM person; DELETE FROM shop');
      await loadDemo(server.context);
    }
  }, 120_000);
  afterAll(() => server.stop());

  /** How many jobs there are. */
  const jobs = async (state?: string): Promise<number> => {
    const { total } = JSON.parse(await history(server.context, { state })) as HistoryReply;
    return total;
  };

  it('fills the shed with the ten jobs and at least sixty older repairs', async () => {
    const open = await board(server.context);
    expect(open.map((job) => job.craftTag).sort()).toEqual([
      'CV-2',
      'DG-3',
      'Heron',
      'PL-2',
      'RB-07',
      'SY-3',
      'TK-1',
      'TR-1',
      'WB-5',
    ]);
    expect(open.find((job) => job.craftTag === 'PL-2')!.pliesLaid).toBe(7);
    expect(open.find((job) => job.craftTag === 'SY-3')!.openRework).toBe(1);
    expect(await jobs('sealed')).toBeGreaterThanOrEqual(61);
    expect((await verifyChain(server.context)).intact).toBeTrue();
  });

  it('changes nothing when it is loaded again', async () => {
    const before = await jobs();
    await loadDemo(server.context);
    expect(await jobs()).toBe(before);
  });
});
