// A thread begun from the sources has to be taught TypeScript first; the built server begins tasks.js itself.
import { register } from 'tsx/esm/api';

register();
export const { card, chart, plan, ready, record, quote, shed } = await import('./tasks.ts');
