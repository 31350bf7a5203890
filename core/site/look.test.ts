import { describe, expect, it } from 'vitest';
import { quillmoor } from '../../tests/support/quillmoor';
import { LEAST, contrast, contrastsOf, nearest, readsWell, siteColours } from './index';

describe('the site’s colours', () => {
  it('measures contrast as WCAG does', () => {
    expect(contrast('#000000', '#FFFFFF')).toBeCloseTo(21, 5);
    expect(contrast('#56365F', '#FFFEFD')).toBeCloseTo(10, 0);
    expect(contrast('#777777', '#FFFFFF')).toBeCloseTo(4.48, 2);
  });

  it('derives text that reads well on paper and tint', () => {
    const colours = siteColours(quillmoor.doc.site.look);
    for (const ground of [colours.paper, colours.tint]) {
      expect(contrast(colours.text, ground)).toBeGreaterThan(7);
      expect(contrast(colours.quiet, ground)).toBeGreaterThan(4.5);
      expect(contrast(colours.edge, ground)).toBeGreaterThan(3);
    }
    expect(contrast(colours.onAccent, colours.accent)).toBeGreaterThan(4.5);
  });

  it('puts dark words on a light accent', () => {
    const colours = siteColours({ ...quillmoor.doc.site.look, accent: '#E5C437' });
    expect(colours.onAccent).not.toBe('#FFFFFF');
  });

  it.each(['#9A6FA6', '#C4A2CE', '#E5C437', '#7FB7FF', '#FFFFFF'])(
    'offers for %s the nearest that passes',
    (accent) => {
      const look = { ...quillmoor.doc.site.look, accent };
      expect(readsWell(look)).toBe(false);
      const found = nearest('accent', look)!;
      const { paper, tint } = contrastsOf({ ...look, accent: found });
      expect(Math.min(...Object.values(paper), ...Object.values(tint))).toBeGreaterThanOrEqual(LEAST);
      // Just so much: a little of it less would not do.
      expect(Math.min(paper.accent, tint.accent)).toBeLessThan(LEAST + 0.1);
    },
  );

  it('leaves alone what passes, and offers nothing where nothing does', () => {
    const { look } = quillmoor.doc.site;
    expect(readsWell(look)).toBe(true);
    expect(nearest('accent', look)).toBe(look.accent);
    // Between a paper as dark as its tint is light no accent reads on both.
    expect(nearest('accent', { ...look, paper: '#777777', tint: '#888888' })).toBeNull();
  });
});
