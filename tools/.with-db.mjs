import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { DATA, ROOT } from './lib/paths.mjs';
import { startCluster } from './lib/postgres.mjs';
const cluster = await startCluster(path.join(DATA, 'test-db'), { throwaway: true });
const S = ['--conditions=@ashstep/source', '--import', 'tsx'];
try {
  const env = { ...process.env, TEST_DATABASE_URL: cluster.url('postgres'), CI: 'true' };
  if (process.env.MODEL) {
    const r = spawnSync(process.execPath, [...S, 'e2e/support/make-model.ts'], { cwd: ROOT, env, encoding: 'utf8' });
    env.DEMO_MODEL = r.stdout.trim().split('\n').at(-1);
    console.log('model', env.DEMO_MODEL);
  }
  if (process.env.SAMPLE)
    spawnSync('bash', ['-c', `python3 /tmp/sample.py ${process.env.SAMPLE} > /tmp/sample.out &`], { stdio: 'ignore' });
  const t = Date.now();
  const { status } = spawnSync(
    process.execPath,
    [...S, 'node_modules/jasmine/bin/jasmine.js', ...process.argv.slice(2)],
    { stdio: 'inherit', cwd: ROOT, env },
  );
  console.log('took', (Date.now() - t) / 1000);
  process.exitCode = status ?? 1;
} finally {
  cluster.stop();
}
