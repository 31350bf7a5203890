/** The look of the desk: it comes from tokens, theme and defaults, and from kit parts that own their class. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const styles = readdirSync('web', { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.(css|vue)$/.test(file))
  .map((file) => {
    const text = readFileSync(join('web', file), 'utf8');
    const css = file.endsWith('.css') ? text : [...text.matchAll(/<style[^>]*>([\s\S]*?)<\/style>/g)].map((m) => m[1]);
    return { file, css: String(css).replace(/\/\*[\s\S]*?\*\//g, '') };
  });

/** Every selector of a style sheet, one by one. */
const selectors = (css: string): string[] =>
  [...css.matchAll(/([^{}]+)\{/g)]
    .flatMap(([, list]) => list!.split(/,(?![^(]*\))/))
    .map((one) => one.trim())
    .filter((one) => one !== '' && !one.startsWith('@'));

describe('style sheets', () => {
  it('are there to be looked at', () => {
    expect(styles.filter(({ css }) => css.trim() !== '').length).toBeGreaterThan(20);
    expect(selectors('.a, .b:is(.c, .d) { x: y } @media (x) { .v-btn { z: 1 } }')).toEqual([
      '.a',
      '.b:is(.c, .d)',
      '.v-btn',
    ]);
  });

  it('overrule nothing by force: the library’s styles are in layers, which give way', () => {
    expect(styles.filter(({ css }) => css.includes('!important')).map(({ file }) => file)).toEqual([]);
  });

  it('reach into a part of the library only from the class of the kit part that wraps it', () => {
    const bare = styles.flatMap(({ file, css }) =>
      selectors(css)
        .filter((one) => one.includes('.v-') && !(file.startsWith('kit/') && one.startsWith('.kit-')))
        .map((one) => `${file}: ${one}`),
    );
    expect(bare).toEqual([]);
  });
});
