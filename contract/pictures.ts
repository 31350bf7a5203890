/** Pictures: chosen for a form before it is sent, and for the answers of a choice. */
import { z } from 'zod';
import { PICTURE_BYTES } from '../core/fields';
import { editors, endpoint } from './access';
import type { ProblemList } from './problems';

export const pictureProblems = {
  'no-picture': { status: 422, title: 'That is no picture that can be read' },
} as const satisfies ProblemList;

const file = z.object({ picture: z.file().max(PICTURE_BYTES) });

export const pictures = {
  keep: endpoint('anyone', 'POST', '/site/pictures', 'Keeps a picture for a form that is about to be sent', 'picture')
    .input(file)
    .output(z.object({ id: z.string() })),
  forChoice: endpoint(
    editors,
    'POST',
    '/desk/pictures',
    'Makes a picture small enough for an answer of a choice',
    'picture',
  )
    .input(file)
    .output(z.object({ picture: z.string() })),
  forLogo: endpoint(
    editors,
    'POST',
    '/desk/pictures/logo',
    'Makes a picture small enough for the head of every page',
    'picture',
  )
    .input(file)
    .output(z.object({ picture: z.string(), width: z.int(), height: z.int() })),
};
