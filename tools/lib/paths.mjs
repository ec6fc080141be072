import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
/** Everything this checkout makes at run time; never committed. Elsewhere where ASH_STEP_DATA says so. */
export const DATA = path.resolve(process.env.ASH_STEP_DATA ?? path.join(ROOT, '.data'));
