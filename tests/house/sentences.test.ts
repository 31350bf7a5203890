/** What people read stands in catalogues, one an area: nothing else says a sentence. */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { parse } from 'vue/compiler-sfc';

const files = ['core', 'server', 'web'].flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.(ts|vue)$/.test(file) && !/\.(test|sentences)\.ts$/.test(file))
    .map((file) => join(folder, file)),
);
/** What an owner reads and changes is their own (the set-up that a new site begins with); reasons written for us. */
const apart = [
  // Words of a site that its owner goes on writing.
  ...['starter', 'letters', 'parts', 'community', 'course'].map((name) => `core/ready/${name}.ts`),
  // Why rows of a table are kept when a person is erased: for whoever reads the code.
  'server/base.ts',
  ...readdirSync('server').flatMap((area) => (existsSync(`server/${area}/area.ts`) ? [`server/${area}/area.ts`] : [])),
  'core/kernel/sentences.ts',
];

/** Several words that begin with a capital or end as a sentence does: what a person would read. */
const isSentence = (text: string): boolean =>
  /\p{L}{2,}[ ’][\p{L}\d]/u.test(text) && (/^\p{Lu}/u.test(text.trim()) || /[.?!…]$/.test(text.trim()));

/** Technical words with blanks: SQL, policies, markup. */
const isTechnical = (text: string): boolean =>
  /^(SELECT|INSERT|UPDATE|UNION|DELETE|ALTER|CREATE|DROP|WHERE|FROM|GET|AND|OR|SET SESSION|FOR UPDATE|User-agent|Disallow)\b|[<>{}]|'self'|\.css\b/.test(
    text.trim(),
  );

/** Texts that no person of the site reads: errors of our own, the log, what describes the API to programmers. */
const unread = /^(Error|endpoint|debug|info|warn|error|fatal|describe|refine|super|generate)$|Error$/;

function strays(code: string, name: string): string[] {
  const source = ts.createSourceFile(name, code, ts.ScriptTarget.Latest, true);
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isNewExpression(node) && unread.test(node.expression.getText())) return;
    if (ts.isCallExpression(node) && unread.test(node.expression.getText().split('.').pop()!)) return;
    if (ts.isStringLiteralLike(node) || ts.isTemplateExpression(node)) {
      const text = ts.isTemplateExpression(node)
        ? node.head.text + node.templateSpans.map((span) => `x${span.literal.text}`).join('')
        : node.text;
      if (isSentence(text) && !isTechnical(text)) found.push(`${name}: ${text}`);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

type Node = {
  type: number;
  content?: unknown;
  props?: Node[];
  children?: Node[];
  branches?: Node[];
  name?: string;
  value?: { content: string };
};
const shown = new Set(['label', 'title', 'aria-label', 'placeholder', 'empty', 'help', 'alt', 'note', 'button']);

function templateTexts(node: Node, name: string): string[] {
  const own =
    node.type === 2 && /\p{L}{2,}/u.test(String(node.content)) ? [`${name}: ${String(node.content).trim()}`] : [];
  const attributes = (node.props ?? []).flatMap((prop) =>
    prop.type === 6 && shown.has(prop.name ?? '') && /\p{L}{2,}/u.test(prop.value?.content ?? '')
      ? [`${name}: ${prop.value!.content}`]
      : [],
  );
  return [
    ...own,
    ...attributes,
    ...[...(node.children ?? []), ...(node.branches ?? [])].flatMap((one) => templateTexts(one, name)),
  ];
}

describe('sentences', () => {
  it('are found by what looks for them', () => {
    expect(strays(`const a = 'Nobody is waiting.'; throw new Error('Not this one.');`, 'x')).toHaveLength(1);
    expect(strays('const a = `${name} is admitted.`', 'x')).toHaveLength(1);
    expect(files.length).toBeGreaterThan(250);
  });

  it('stand in catalogues and nowhere in the code', () => {
    const found = files
      .filter((file) => !apart.includes(file) && !/\/migrations\/|\.sql\.ts$/.test(file))
      .flatMap((file) => {
        const text = readFileSync(file, 'utf8');
        if (file.endsWith('.ts')) return strays(text, file);
        const { descriptor } = parse(text);
        return [descriptor.script, descriptor.scriptSetup].flatMap((block) =>
          block ? strays(block.content, file) : [],
        );
      });
    expect(found).toEqual([]);
  });

  it('nor in a template: the names of keys and of the product are what they are everywhere', () => {
    const found = files
      .filter((file) => file.endsWith('.vue'))
      .flatMap((file) => {
        const { descriptor } = parse(readFileSync(file, 'utf8'));
        return descriptor.template?.ast ? templateTexts(descriptor.template.ast as never, file) : [];
      });
    expect(found.filter((text) => !/: (Esc|Admissa)$/.test(text))).toEqual([]);
  });

  it('do not run into each other: a space where a tag begins or a line ends is left out by the compiler', () => {
    const blank = `&#${' '.charCodeAt(0)};`;
    const dropped = new RegExp(`<[a-z][^<>]*>${blank}\\s*[{]{2}|${blank}[ \\t]*$`, 'm');
    const templates = files.filter((file) => file.endsWith('.vue'));
    const lost = templates.filter((file) => dropped.test(readFileSync(file, 'utf8')));
    expect(lost).toEqual([]);
  });

  it('have their names filled in: no brace is left open, no catalogue says one thing twice', () => {
    const catalogues = ['core', 'server', 'web'].flatMap((folder) =>
      readdirSync(folder, { recursive: true, encoding: 'utf8' })
        .filter((file) => file.endsWith('.sentences.ts'))
        .map((file) => join(folder, file)),
    );
    expect(catalogues.length).toBeGreaterThan(20);
    for (const file of catalogues) {
      const text = readFileSync(file, 'utf8');
      for (const [, sentence] of text.matchAll(/^ .*: (?:'(.*)'|"(.*)"),$/gm))
        expect((sentence ?? '').replace(/\{\w+\}/g, ''), file).not.toMatch(/[{}]'?$|\{[^}]*$/);
      const names = [...text.matchAll(/^ {2}(\w+):/gm)].map(([, name]) => name);
      expect(new Set(names).size, file).toBe(names.length);
    }
  });
});
