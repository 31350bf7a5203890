/** `npm start`: the product without demo data. The first visit to the desk makes the owner. */
import { fileURLToPath } from 'node:url';
import { readOptions } from './steps/options.mjs';
import { giveUp } from './steps/say.mjs';
import { serve } from './steps/serve.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

try {
  const options = readOptions();
  if (options.data === '.data') options.data = '.data-own';
  await serve(root, options, { demo: false });
  const desk = `http://127.0.0.1:${options.port}/desk`;
  process.stdout.write(`
Open the desk to make yourself the owner, or to sign in: ${desk}
Mail goes to the stand-in until you set ADMISSA_SMTP_HOST and ADMISSA_SMTP_PORT: http://127.0.0.1:${options.mailPage}/

Ready: site http://127.0.0.1:${options.port}/ desk ${desk} mail http://127.0.0.1:${options.mailPage}/
`);
} catch (error) {
  giveUp(error);
}
