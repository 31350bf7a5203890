import { defineConfig } from 'vite';

/** The server, the demo's loader and the stand-ins: plain Node modules, names kept. */
export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist/server',
    emptyOutDir: true,
    minify: false,
    sourcemap: true,
    target: 'node20',
    rolldownOptions: {
      input: {
        main: 'server/main.ts',
        insight: 'server/insight/worker.ts',
        seed: 'demo/seed.ts',
        books: 'server/books.ts',
        mail: 'standins/mail/main.ts',
        cards: 'standins/cards/main.ts',
      },
    },
  },
});
