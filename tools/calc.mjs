import path from 'node:path';
import { spawnSync } from 'node:child_process';
import { ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';

ensureNodePackages();
const main = path.join(ROOT, 'tools/calc-main.ts');
const { status } = spawnSync(
  process.execPath,
  ['--conditions=@ashstep/source', '--import', 'tsx', main, ...process.argv.slice(2)],
  { stdio: 'inherit', cwd: ROOT },
);
process.exit(status ?? 1);
