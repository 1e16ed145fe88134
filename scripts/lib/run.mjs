import { spawn, spawnSync } from 'node:child_process';
import { ROOT } from './files.mjs';

/** An end with a plain message and no stack. */
export class Stop extends Error {}

export function say(text) {
  console.log(text);
}

/** Runs a command to its end with its output shown; throws Stop with `why` when it fails. */
export async function must(command, args, why, options = {}) {
  const code = await exitCode(command, args, options);
  if (code !== 0) throw new Stop(`${why} ("${command} ${args.join(' ')}" ended with ${code}).`);
}

/**
 * Runs a command to its end and gives its exit code; the output is shown unless stdio says otherwise.
 * `onOutput` gets what comes through a piped standard output.
 */
export function exitCode(command, args, { onOutput, ...options } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
    if (onOutput) child.stdout.setEncoding('utf8').on('data', onOutput);
    child.on('error', () => resolve(127));
    child.on('close', (code, signal) => resolve(code ?? (signal ? 128 : 1)));
  });
}

/** Runs a command to its end and gives its exit code; what it prints is shown as a whole at its end. */
export function exitCodeQuietly(command, args, options = {}) {
  let said = '';
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'], ...options });
    for (const stream of [child.stdout, child.stderr]) stream.setEncoding('utf8').on('data', (text) => (said += text));
    child.on('error', (error) => resolve([127, String(error)]));
    child.on('close', (code, signal) => resolve([code ?? (signal ? 128 : 1), said]));
  });
}

/** Runs a command quietly: its exit code and what it printed. */
export function quiet(command, args, options = {}) {
  const { status, stdout, stderr } = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', ...options });
  return { ok: status === 0, out: `${stdout ?? ''}${stderr ?? ''}`.trim() };
}

/** Ends a script: a Stop is said plainly, anything else with its stack. */
export function endWith(error) {
  console.error(error instanceof Stop ? `\n${error.message}` : error);
  process.exit(1);
}

/** Whether a process lives. */
export function alive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}
