import { defineConfig } from 'vite';

/** The benchmarks and the bare things they measure against. */
export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist/bench',
    emptyOutDir: true,
    minify: false,
    target: 'node20',
    rolldownOptions: {
      input: { main: 'tests/bench/main.ts', bare: 'tests/bench/bare.ts', ceiling: 'tests/bench/ceiling.ts' },
    },
  },
});
