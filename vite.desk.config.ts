import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { textInRem } from './scripts/steps/rem';

/** The desk, and the small page at its door. */
export default defineConfig({
  root: 'web/desk',
  plugins: [vue()],
  css: { postcss: { plugins: [textInRem()] } },
  base: '/assets/desk/',
  publicDir: false,
  build: {
    outDir: '../../dist/desk',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    assetsDir: '.',
    modulePreload: { polyfill: false },
    chunkSizeWarningLimit: 900,
    rolldownOptions: { input: ['web/desk/index.html', 'web/desk/door.html'] },
  },
});
