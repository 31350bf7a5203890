import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { textInRem } from './scripts/steps/rem';

/** The public site, built apart from the desk: once for browsers, once (with --ssr) for rendering on the server. */
export default defineConfig(({ isSsrBuild }) => ({
  plugins: [vue()],
  ssr: { noExternal: true },
  css: { postcss: { plugins: [textInRem()] } },
  base: '/assets/site/',
  publicDir: false,
  build: {
    outDir: isSsrBuild ? 'dist/site-render' : 'dist/site',
    emptyOutDir: true,
    manifest: !isSsrBuild,
    assetsInlineLimit: 0,
    minify: !isSsrBuild,
    cssMinify: true,
    assetsDir: '.',
    modulePreload: { polyfill: false },
    rolldownOptions: { input: isSsrBuild ? 'web/site/render.ts' : 'web/site/start.ts' },
  },
}));
