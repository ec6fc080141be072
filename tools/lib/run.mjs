import { spawn, spawnSync } from 'node:child_process';
import { ROOT } from './paths.mjs';

/** Runs a command to its end with its output shown; throws when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (result.error) throw result.error;
  if (result.status !== 0) throw new Error(`${command} ${args.join(' ')} ended with ${result.status ?? result.signal}`);
}

/** Runs a command and gives back its status and output. */
export function capture(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', maxBuffer: 64 * 1024 * 1024, ...options });
  return { status: result.status ?? 1, output: `${result.stdout ?? ''}${result.stderr ?? ''}` };
}

/** The same while other things go on. */
export function captureBeside(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'], ...options });
    let output = '';
    for (const stream of [child.stdout, child.stderr])
      stream.setEncoding('utf8').on('data', (text) => (output += text));
    child.on('error', (error) => resolve({ status: 1, output: `${output}${error.message}` }));
    child.on('close', (status) => resolve({ status: status ?? 1, output }));
  });
}

/** Starts a long-running process in a group of its own. */
export function start(command, args, options = {}) {
  return spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
}
