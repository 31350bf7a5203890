/** The options of the commands: `--port N`, `--data DIR`, `--members N`, or the environment. */
import { Obstacle } from './say.mjs';

function value(name) {
  const at = process.argv.indexOf(`--${name}`);
  if (at < 0) return undefined;
  const given = process.argv[at + 1];
  if (given === undefined || given.startsWith('--')) throw new Obstacle(`--${name} needs a value behind it.`);
  return given;
}

function whole(name, given, least, most) {
  const number = Number(given);
  if (!Number.isInteger(number) || number < least || number > most)
    throw new Obstacle(`--${name} takes a whole number from ${least} to ${most}; “${given}” is none.`);
  return number;
}

/** The other ports follow the first: mail page, SMTP, database, card house. */
export function readOptions() {
  const known = ['--port', '--data', '--members'];
  const strange = process.argv.slice(2).find((word) => word.startsWith('--') && !known.includes(word));
  if (strange) throw new Obstacle(`There is no option ${strange}. Use ${known.join(', ')}.`);
  const port = whole('port', value('port') ?? process.env.ADMISSA_PORT ?? '4400', 1024, 65_000);
  return {
    port,
    mailPage: port + 1,
    smtp: port + 2,
    database: port + 3,
    cards: port + 4,
    data: value('data') ?? process.env.ADMISSA_DATA ?? '.data',
    members: whole('members', value('members') ?? '400', 20, 1_000_000),
  };
}
