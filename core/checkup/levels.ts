/** Purpose: levels that cannot be taken at any price, and prices nobody could tell apart. */
import { pricesOf, sayBeside, sayPrice } from '../levels';
import type { Setup } from '../setup';
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';

const onLevel = (id: string, at: string, words: Pick<Found, 'says' | 'why' | 'mend'>): Found => ({
  kind: 'level',
  id,
  at,
  grave: 'misleads',
  blocks: false,
  ...words,
});
const offered = ({ doc }: Setup) => doc.levels.filter(({ retired }) => !retired);

/** A level that is offered, none of whose prices is. */
export const noPriceLeft: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return offered(setup)
    .filter((level) => pricesOf(level).length === 0)
    .map(({ id, title }) =>
      onLevel(id, 'prices', {
        says: says.noPriceLeft({ level: title }),
        why: says.noPriceLeftWhy,
        mend: says.noPriceLeftMend,
      }),
    );
};

/** Two prices of one level that read alike: whoever chooses between them chooses blindly. */
export const pricesAlike: Check = (setup) => {
  const { site } = setup.doc;
  const says = checkupSays(site);
  return offered(setup).flatMap((level) => {
    const seen = new Set<string>();
    return level.prices.flatMap((price, at): Found[] => {
      if (price.retired) return [];
      const words = `${sayPrice(price, site)}, ${sayBeside(price, site)}`;
      if (!seen.has(words)) return (seen.add(words), []);
      const named = { level: level.title, price: sayPrice(price, site) };
      return [
        onLevel(level.id, `prices.${at}`, {
          says: says.pricesAlike(named),
          why: says.pricesAlikeWhy,
          mend: says.pricesAlikeMend,
        }),
      ];
    });
  });
};
