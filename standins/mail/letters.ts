/**
 * Purpose: the letters the stand-in holds: kept in a file, so that a restart loses none.
 * Invariant: one Message-ID is one letter, however often it is delivered.
 */
import { appendKept, readKept } from '../kept';

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
    if (file) for (const letter of readKept<Letter>(file)) this.keep(letter);
  }

  /** Takes a letter in. @returns false when it had come before */
  add(letter: Letter): boolean {
    if (this.known.has(letter.messageId)) return false;
    this.keep(letter);
    if (this.file) appendKept(this.file, letter);
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
