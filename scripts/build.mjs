/** `npm run build`: browser parts and server, when a source has changed. */
import { fileURLToPath } from 'node:url';
import { build } from './steps/build.mjs';
import { checkNode, installModules } from './steps/machine.mjs';
import { giveUp, say } from './steps/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

try {
  checkNode();
  await installModules(root);
  await build(root);
  say('Built');
} catch (error) {
  giveUp(error);
}
