/** Runs a command; its output goes to a log and is shown only when it fails. */
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { Obstacle } from './say.mjs';

export function run(command, args, options = {}) {
  const { show = false, ...rest } = options;
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'], ...rest });
    let output = '';
    const keep = (chunk) => (output = (output + chunk).slice(-20_000));
    child.stdout?.on('data', keep);
    child.stderr?.on('data', keep);
    child.on('error', (error) => reject(new Obstacle(`Could not start ${command}: ${error.message}.`)));
    child.on('close', (code, signal) => {
      if (code === 0) resolve(output);
      else reject(new Obstacle(`${command} ${args.join(' ')} ended with ${signal ?? code}.\n${output}`));
    });
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
