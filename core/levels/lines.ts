/** Purpose: levels and their prices in words. */
import { sayMoney, sayRate } from '../kernel';
import { line, sayings, type Line } from '../lines';
import type { SiteSetup } from '../site/setup';
import type { LevelItem } from './level';
import { sayBeside, sayForAll, sayPrice } from './prices';

export const levelKindLines = {
  level: (level: LevelItem, setup: SiteSetup): Line[] => [
    ...line('title', sayings(setup).title, level.title),
    ...line('plural', sayings(setup).plural, level.plural),
    ...line('about', sayings(setup).aboutLevel, level.about),
    ...line('byPath', sayings(setup).byPath, level.byPath ? sayings(setup).byPathYes : ''),
    ...line('tax', sayings(setup).ownTax, level.tax === undefined ? '' : sayRate(level.tax, setup.doc.site)),
    ...level.prices.flatMap((price, at) => {
      const says = sayings(setup);
      const { site } = setup.doc;
      const words = [
        sayPrice(price, site),
        price.kind === 'own' ? says.suggests({ amount: sayMoney(price.suggested, site.currency, site.locale) }) : '',
        price.kind === 'own' && price.most
          ? says.atMost({ amount: sayMoney(price.most, site.currency, site.locale) })
          : '',
        sayBeside(price, site),
        sayForAll(price, site),
        price.retired ? says.priceRetired : '',
      ];
      return line(`prices.${price.id}`, says.priceNumber({ number: at + 1 }), words.filter(Boolean).join(', '));
    }),
  ],
};
