import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { expect, it } from 'vitest';

const root = join(import.meta.dirname, '../..');
const papers = ['README.md', ...readdirSync(join(root, 'docs')).map((name) => `docs/${name}`)].filter((name) =>
  name.endsWith('.md'),
);
/** What a paper links to within the project, pictures among it; anchors and other sites left out. */
const linksOf = (paper: string): string[] =>
  [...readFileSync(join(root, paper), 'utf8').matchAll(/\]\(([^)\s#]+)[^)]*\)/g)]
    .map(([, to]) => to!)
    .filter((to) => !/^[a-z]+:/.test(to));

it('what the papers link to is there, and every picture is shown', () => {
  const all = papers.flatMap((paper) => linksOf(paper).map((to) => ({ paper, to: join(dirname(paper), to) })));
  expect(all.length).toBeGreaterThan(20);
  expect(all.filter(({ to }) => !existsSync(join(root, to)))).toEqual([]);
  const shown = new Set(all.map(({ to }) => to));
  const pictures = readdirSync(join(root, 'docs/screenshots')).map((name) => `docs/screenshots/${name}`);
  expect(pictures.filter((picture) => !shown.has(picture))).toEqual([]);
});
