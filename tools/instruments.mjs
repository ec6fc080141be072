import path from 'node:path';
import { ensureDataFolder, ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';

ensureNodePackages();
const { buildServer } = await import('./lib/build.mjs');
await buildServer();
// What was paired once stays paired.
if (!process.argv.includes('--token-file'))
  process.argv.push('--token-file', path.join(ensureDataFolder(), 'bridge-token'));
await import(path.join(ROOT, 'apps/instruments/dist/main.js'));
