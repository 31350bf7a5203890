import { describe, expect, it } from 'vitest';
import { sheetOf } from './sheet';

const page = (classes: string) => `<!doctype html><html><body><p class="${classes}">.never{}</p></body></html>`;

describe('the sheet of a page', () => {
  it('has the rules whose classes are all there, in their order, and none whose are not', () => {
    const sheet = sheetOf('a{color:red}.one{top:0}.two .one{top:1px}.three.one,.one:hover{left:0;right:0}');
    expect(sheet(page('one'))).toBe('a{color:red}.one{top:0}.one:hover{left:0;right:0}');
    expect(sheet(page('two one'))).toBe('a{color:red}.one{top:0}.two .one{top:1px}.one:hover{left:0;right:0}');
    expect(sheet(page('never-at-all'))).toBe('a{color:red}');
  });

  it('keeps what may match without a class that it names', () => {
    const sheet = sheetOf(
      'p:not(.one){top:0}:is(.one,.two) b{top:1px}.two:has(.one,i){top:2px}[href$=".one"]{top:3px}',
    );
    expect(sheet(page('two'))).toBe(
      'p:not(.one){top:0}:is(.one,.two) b{top:1px}.two:has(.one,i){top:2px}[href$=".one"]{top:3px}',
    );
    expect(sheet(page('three'))).toBe('p:not(.one){top:0}:is(.one,.two) b{top:1px}[href$=".one"]{top:3px}');
  });

  it('looks within conditions, leaves none that is empty, and keeps typefaces, movements and words about them', () => {
    const rest = '@font-face{font-family:Quill;src:url(quill.woff2)}@keyframes come{from{opacity:0}to{opacity:1}}';
    const sheet = sheetOf(
      `${rest}@media (max-width:600px){.one{top:0}.two{top:1px}}@supports (display:grid){.two{top:2px}}`,
    );
    expect(sheet(page('one'))).toBe(`${rest}@media (max-width:600px){.one{top:0}}`);
    expect(sheet(page('two'))).toBe(
      `${rest}@media (max-width:600px){.two{top:1px}}@supports (display:grid){.two{top:2px}}`,
    );
  });

  it('has what a page is given later', () => {
    expect(sheetOf('.viewed{top:0}.one{top:1px}', ['viewed'])(page(''))).toBe('.viewed{top:0}');
  });
});
