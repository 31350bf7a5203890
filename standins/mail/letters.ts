/**
 * Purpose: the letters the stand-in holds: kept in a file, so that a restart loses none.
 * Invariant: one Message-ID is one letter, however often it is delivered. Only the owner of the file reads letters in
 * it, and it is reached through no link.
 */
import { chmodSync, closeSync, constants, existsSync, openSync, readFileSync, writeSync } from 'node:fs';

export type Letter = {
  readonly id: string;
  readonly messageId: string;
  readonly at: number;
  readonly from: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly html: string;
};

const MOST = 5_000;

export class Letters {
  private letters: Letter[] = [];
  private readonly known = new Set<string>();

  constructor(private readonly file: string | null) {
    if (!file || !existsSync(file)) return;
    closeSync(openSync(file, constants.O_RDONLY | constants.O_NOFOLLOW));
    chmodSync(file, 0o600);
    for (const line of readFileSync(file, 'utf8').split('\n')) {
      if (line) this.keep(JSON.parse(line) as Letter);
    }
  }

  /** Takes a letter in. @returns false when it had come before */
  add(letter: Letter): boolean {
    if (this.known.has(letter.messageId)) return false;
    this.keep(letter);
    if (this.file) append(this.file, `${JSON.stringify(letter)}\n`);
    return true;
  }

  private keep(letter: Letter): void {
    this.known.add(letter.messageId);
    this.letters.push(letter);
    if (this.letters.length > MOST) this.letters = this.letters.slice(-MOST);
  }

  /** Newest first; `to` limits to one address. */
  list(to?: string): Letter[] {
    const wanted = to?.trim().toLowerCase();
    const found = wanted ? this.letters.filter((letter) => letter.to.toLowerCase().includes(wanted)) : this.letters;
    return [...found].reverse();
  }

  get(id: string): Letter | undefined {
    return this.letters.find((letter) => letter.id === id);
  }
}

function append(path: string, line: string): void {
  const { O_APPEND, O_CREAT, O_WRONLY, O_NOFOLLOW } = constants;
  const file = openSync(path, O_APPEND | O_CREAT | O_WRONLY | O_NOFOLLOW, 0o600);
  writeSync(file, line);
  closeSync(file);
}
