import { defineConfig } from 'vite';

/**
 * The server, the demo's loader and the stand-ins: plain Node modules, names kept. Packages are built in, since reading
 * their thousands of files is half of a start; those stay outside that bring native code or files of data along.
 */
export default defineConfig({
  ssr: { noExternal: true, external: ['sharp', '@node-rs/argon2', 'pdfkit'] },
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
