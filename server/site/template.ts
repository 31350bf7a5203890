/**
 * Purpose: the HTML around a rendered place: head, styles, the state inlined once, the script.
 * Invariant: no inline script, and one style that the content policy names, so that it holds without exceptions.
 */
import { readFileSync, readdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { z } from 'zod';
import type { SiteView } from '../../contract';
import { escapeHtml } from '../../core/messages';

const names = z.array(z.string()).optional();
/** What Vite says of its build, as far as it is needed here. */
const Chunk = z.object({
  file: z.string(),
  css: names,
  isEntry: z.boolean().optional(),
  imports: names,
  dynamicImports: names,
});
type Chunk = z.infer<typeof Chunk>;
const Manifest = z.record(z.string(), Chunk);
type Manifest = z.infer<typeof Manifest>;
export type Renderer = (view: SiteView) => Promise<string>;

export type Template = {
  readonly render: Renderer;
  /** The whole document. `state` must be JSON already safe inside a script element. */
  page(parts: {
    html: string;
    state: string;
    title: string;
    description: string;
    canonical: string;
    /** What stands for the page where it is shared; null for what is nobody else's to see. */
    shared: { siteName: string; title: string; picture: string | null } | null;
    /** What the page is, for machines that read it: JSON already safe inside a script element; '' for nothing. */
    structured: string;
    lang: string;
    /** The style that stands in the page. */
    style: string;
    icon: string;
    robots: boolean;
  }): string;
  /** The name of the first script, which names the build. */
  readonly script: string;
  /** The built sheet of the site. */
  readonly css: string;
  /** The `Link` header that goes with each document: the typefaces to fetch at once. */
  readonly typefaces: string;
  /** The same, however narrow the paper is: the desk has a line that can carry them. */
  readonly allTypefaces: string;
};

/** Loads the built site. @throws Error when it has not been built */
export async function loadTemplate(dist: string): Promise<Template> {
  const manifest = Manifest.parse(JSON.parse(readFileSync(join(dist, 'site/.vite/manifest.json'), 'utf8')));
  const entry = Object.values(manifest).find((item) => item.isEntry);
  if (!entry) throw new Error('The site’s build has no entry; run npm run build.');
  const url = (file: string) => `/assets/site/${file}`;
  // What the first script will ask for, with all that it imports, is fetched at once and run later.
  const preload = new Set<string>();
  const sheets = new Set<string>();
  const fetched = (key: string): void => {
    const { file, css = [], imports = [] } = manifest[key]!;
    preload.add(url(file));
    css.forEach((sheet) => sheets.add(sheet));
    imports.filter((part) => manifest[part] !== entry).forEach(fetched);
  };
  entry.dynamicImports?.forEach(fetched);
  const css = [...(entry.css ?? []), ...sheets]
    .map((file) => readFileSync(join(dist, 'site', file), 'utf8').trim())
    .join('');
  const renderer = (await import(/* @vite-ignore */ pathToFileURL(join(dist, 'site-render/render.js')).href)) as {
    render: Renderer;
  };
  // The two typefaces that nearly every page needs, asked for before the style says so. Chromium holds the first paint
  // back for them: worth it at a desk, where the first page somebody sees is then drawn with them; on a phone, whose
  // line may be slow, seeing the page comes first, and they are there from the second page on. In a header, since there
  // the width is heeded: an element in the head holds the paint back even where its `media` does not hold (170 ms on a
  // slow phone, measured).
  const fonts = readdirSync(join(dist, 'site')).filter((file) =>
    /^(besley|source-sans-3)-latin-wght.*\.woff2$/.test(file),
  );
  const typefaces = (media?: string) =>
    fonts
      .map((file) => `<${url(file)}>; rel=preload; as=font; type="font/woff2"; crossorigin`)
      .map((link) => (media ? `${link}; media="${media}"` : link))
      .join(', ');
  // Low: they are for when the page has been seen, and asking for them keeps the parser from it.
  const links = [
    ...[...preload].map((href) => `<link rel="modulepreload" href="${href}" fetchpriority="low">`),
    ...[...sheets].map((file) => `<link rel="preload" as="style" crossorigin href="${url(file)}" fetchpriority="low">`),
    `<script type="module" src="${url(entry.file)}" fetchpriority="low"></script>`,
  ].join('');
  return {
    render: renderer.render,
    script: basename(entry.file),
    css,
    typefaces: typefaces('(width>600px)'),
    allTypefaces: typefaces(),
    page: ({ html, state, title, description, canonical, shared, structured, lang, style, icon, robots }) =>
      `<!doctype html><html lang="${escapeHtml(lang)}"><head><meta charset="utf-8">` +
      `<meta name="viewport" content="width=device-width,initial-scale=1"><title>${escapeHtml(title)}</title>` +
      (description ? `<meta name="description" content="${escapeHtml(description)}">` : '') +
      (shared ? sharing(shared, description, canonical) : '') +
      (structured ? `<script type="application/ld+json">${structured}</script>` : '') +
      (robots ? `<link rel="canonical" href="${escapeHtml(canonical)}">` : '<meta name="robots" content="noindex">') +
      `<link rel="icon" href="${icon}"><style>${style}</style>${links}</head><body><div id="site">${html}</div>` +
      `<script type="application/json" id="view">${state}</script></body></html>`,
  };
}

/** JSON that cannot end a script element. */
export const safeJson = (value: unknown): string => JSON.stringify(value).replace(/</g, '\\u003c');

/** The Open Graph protocol (ogp.me): how a page is shown where somebody shares it. */
function sharing(
  { siteName, title, picture }: { siteName: string; title: string; picture: string | null },
  description: string,
  canonical: string,
): string {
  const told = {
    'og:type': 'website',
    'og:site_name': siteName,
    'og:title': title,
    'og:url': canonical,
    ...(description ? { 'og:description': description } : {}),
    ...(picture ? { 'og:image': picture } : {}),
  };
  return Object.entries(told)
    .map(([property, content]) => `<meta property="${property}" content="${escapeHtml(content)}">`)
    .join('');
}
