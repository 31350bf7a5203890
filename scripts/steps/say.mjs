/** What the commands print: a line per step, and one clear sentence when something is in the way. */
const began = Date.now();

export function say(text) {
  const seconds = String(Math.round((Date.now() - began) / 1000)).padStart(4);
  process.stdout.write(`${seconds} s  ${text}\n`);
}

/** Ends with one sentence of what is wrong and how to mend it, without a stack trace. */
export class Obstacle extends Error {}

export function giveUp(error) {
  if (error instanceof Obstacle) process.stderr.write(`\n${error.message}\n`);
  else process.stderr.write(`\nSomething unforeseen happened:\n${error?.stack ?? error}\n`);
  process.exitCode = 1;
}
