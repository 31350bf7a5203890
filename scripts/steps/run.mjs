/** Runs a command; its output goes to a log and is shown only when it fails. */
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { Obstacle } from './say.mjs';

const underWay = new Set();

/** @param options those of `spawn`, and `show`: whether the command writes to the terminal itself */
export function run(command, args, options = {}) {
  const { show = false, ...rest } = options;
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'], ...rest });
    underWay.add(child);
    let output = '';
    const keep = (chunk) => (output = (output + chunk).slice(-20_000));
    child.stdout?.on('data', keep);
    child.stderr?.on('data', keep);
    child.on('error', (error) => reject(new Obstacle(`Could not start ${command}: ${error.message}.`)));
    child.on('close', (code, signal) => {
      underWay.delete(child);
      if (code === 0) resolve(output);
      else reject(new Obstacle(`${command} ${args.join(' ')} ended with ${signal ?? code}.\n${output}`));
    });
  });
}

/** Ends the commands that are under way. */
export function endRunning() {
  for (const child of underWay) child.kill('SIGTERM');
}

/** Calls `stop` when told to end by Ctrl-C or SIGTERM, then ends. A second call changes nothing. */
export function whenToldToStop(stop, code) {
  let told = false;
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.on(signal, () => {
      if (told) return;
      told = true;
      process.stdout.write('\nStopping everything…\n');
      stop().then(
        () => process.exit(code),
        (error) => {
          process.stderr.write(`${error?.stack ?? error}\n`);
          process.exit(1);
        },
      );
    });
}

/** The first of these programs that is on this machine, as a path, or null. */
export function whereIs(...names) {
  const folders = [...(process.env.PATH ?? '').split(':'), '/usr/sbin', '/usr/local/sbin', '/sbin'];
  for (const name of names) {
    for (const folder of folders) if (existsSync(`${folder}/${name}`)) return `${folder}/${name}`;
  }
  return null;
}
