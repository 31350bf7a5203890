/** What a browser must fetch for a page of the site: little, and nothing of the desk. */
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack({ members: 12 });
});
afterAll(() => stack.stop());

/** The scripts and styles that a document asks for, with all that they import before they run. */
async function fetchedFor(path: string): Promise<Map<string, string>> {
  const who = new Caller(stack.address);
  const html = await who.html(path);
  const found = new Map<string, string>();
  const waiting = [...html.matchAll(/(?:src|href)="(\/[^"]+\.(?:js|css))"/g)].map((match) => match[1]!);
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (found.has(next)) continue;
    const response = await who.raw(next);
    expect([next, response.status]).toEqual([next, 200]);
    const text = await response.text();
    found.set(next, text);
    // `import … from "./x.js"` and `import "./x.js"`; `import("./x.js")` is fetched later, or never.
    for (const [, file] of text.matchAll(/(?:\bfrom|\bimport)\s*"\.\/([^"]+\.js)"/g))
      waiting.push(new URL(file!, new URL(next, stack.address)).pathname);
  }
  return found;
}

describe.each(['/', '/winter-treatment-guide', '/join/quillmoor'])('the first fetch of %s', (path) => {
  it('is under 150 kB gzipped before a form is needed', async () => {
    const files = await fetchedFor(path);
    expect([...files.keys()].filter((file) => file.endsWith('.js')).length).toBeGreaterThan(0);
    const sizes = [...files.values()].map((text) => gzipSync(text).length);
    const sum = sizes.reduce((all, size) => all + size, 0);
    expect(sum).toBeGreaterThan(20_000);
    expect(sum).toBeLessThan(150_000);
  });

  it('holds nothing of the desk, and not the inputs', async () => {
    const all = [...(await fetchedFor(path)).values()].join('\n');
    for (const foreign of ['/desk/today', 'Applications to review', 'v-otp-input__content'])
      expect(all).not.toContain(foreign);
  });
});
