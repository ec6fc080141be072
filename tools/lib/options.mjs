import { parseArgs } from 'node:util';

/**
 * What a command was told. Where it cannot be understood, it says why and how it is used, and ends.
 * @param usage lines that say how it is used
 * @param config what `parseArgs` of node:util takes
 * @param fits whether what was read makes sense
 */
export function readOptions(usage, config, fits = () => true) {
  try {
    const read = parseArgs(config);
    if (fits(read)) return read;
  } catch (error) {
    console.error(error.message.split('. ')[0]);
  }
  console.error(usage);
  process.exit(2);
}
