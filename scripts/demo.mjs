/** `npm run demo`: everything a new machine needs, then Quillmoor, running. */
import { fileURLToPath } from 'node:url';
import { readOptions } from './steps/options.mjs';
import { giveUp } from './steps/say.mjs';
import { serve } from './steps/serve.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

try {
  const options = readOptions();
  await serve(root, options, { demo: true });
  const site = `http://127.0.0.1:${options.port}/`;
  const desk = `http://127.0.0.1:${options.port}/desk`;
  const mail = `http://127.0.0.1:${options.mailPage}/`;
  const cards = `http://127.0.0.1:${options.cards}/`;
  process.stdout.write(`
Quillmoor Beekeepers' Association is open. The password of everybody is quillmoor-demo

  The site         ${site}
    members        ida.marrowby@mail.example (Keeper), gwenna.fairclough@mail.example (Friend, Mentors),
                   philippa.ansty@mail.example (Patron), tobias.wetherfold@mail.example (lapsed),
                   osric.danvell@mail.example (Patron)
    applicants     anselm.pikard@mail.example, jessamy.thorle@mail.example (waiting for review),
                   ilse.quarterman@mail.example (mail not confirmed)
  The desk         ${desk}
    staff          odile@quillmoor.example (owner), tamsin@quillmoor.example (reviewer),
                   wilf@quillmoor.example (editor), bea@quillmoor.example (bookkeeper)
  Mail that came   ${mail}
  The card house   ${cards}

Ctrl-C stops everything.

Ready: site ${site} desk ${desk} mail ${mail}
`);
} catch (error) {
  giveUp(error);
}
