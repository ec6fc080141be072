import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
/** Everything this checkout makes at run time; never committed. */
export const DATA = path.join(ROOT, '.data');
