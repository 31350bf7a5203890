/** Purpose: what an admission or a form gives, in words. */
import { saySpan } from '../kernel';
import { line, sayings, titleIn, type Line } from '../lines';
import { describeWithin } from './describe';
import type { Grant } from './grant';
import type { DoorsSetup } from './setup';

/** `gives Keeper for 1 year, if Years keeping bees is 10 or more`. */
function grantWords(grant: Grant, setup: DoorsSetup): string {
  const says = sayings(setup);
  const gives =
    'group' in grant
      ? says.gives({ what: titleIn('groups', grant.group, setup) })
      : grant.lasts
        ? says.givesFor({ what: titleIn('levels', grant.level, setup), span: saySpan(grant.lasts, setup.doc.site) })
        : says.gives({ what: titleIn('levels', grant.level, setup) });
  return grant.when ? says.ifRule({ gives, rule: describeWithin(grant.when, setup) }) : gives;
}

/** Each grant by what it gives, so that one that moved is not told as new. */
export const grantLines = (grants: readonly Grant[], setup: DoorsSetup): Line[] =>
  grants.flatMap((grant, at) => {
    const what = 'group' in grant ? grant.group : grant.level;
    const same = grants.slice(0, at).filter((one) => ('group' in one ? one.group : one.level) === what).length;
    return line(`grant ${what} ${same}`, sayings(setup).grant, grantWords(grant, setup));
  });
