/** Purpose: the endpoints that take pictures, each a list of steps. */
import { implement } from '@orpc/server';
import { pictures as contract } from '../../contract';
import { callerOf, guard, type Call } from '../callers';
import type { Limits } from '../platform/limits';
import { problem } from '../platform/problem';
import type { Pictures } from './pictures';
import { forChoice, forLogo } from './recode';

const api = implement(contract).$context<Call>().use(guard);

export type PicturesPorts = { readonly pictures: Pictures; readonly limits: Limits };

const bytes = async (file: File): Promise<Buffer> => Buffer.from(await file.arrayBuffer());

export const picturesApi = ({ pictures, limits }: PicturesPorts) => ({
  keep: api.keep.handler(async ({ input, context }) => {
    await limits.count(['pictureByCaller', callerOf(context)]);
    const id = await pictures.keep(await bytes(input.picture));
    if (id === null) throw problem('no-picture');
    return { id };
  }),
  forChoice: api.forChoice.handler(async ({ input }) => {
    const picture = await forChoice(await bytes(input.picture));
    if (picture === null) throw problem('no-picture');
    return { picture };
  }),
  forLogo: api.forLogo.handler(async ({ input }) => {
    const logo = await forLogo(await bytes(input.picture));
    if (logo === null) throw problem('no-picture');
    return logo;
  }),
});
export type PicturesApi = ReturnType<typeof picturesApi>;
