/** Purpose: what a Payment gate offers, one price a line, and back. */
import { kindOf } from './gates';
import type { LevelId, PriceId } from '../kernel';
import { pricesOf, type LevelItem, type Price } from '../levels';
import type { Offer } from './gates/payment';
import type { PathItem } from './path';

export const OFFER_MARK = '/';
/** `keeper/yearly` */
export const offerKey = (level: string, price: string): string => `${level}${OFFER_MARK}${price}`;

export type Offered = { readonly key: string; readonly level: LevelItem; readonly price: Price };

/** Each price that can be taken, of levels that are sold, in the order of the offers. */
export const offeredBy = (offers: readonly Offer[], levels: ReadonlyMap<string, LevelItem>): Offered[] =>
  offers.flatMap(({ level: id, price: only }) => {
    const level = levels.get(id);
    if (!level || level.retired) return [];
    return pricesOf(level)
      .filter((price) => only === undefined || price.id === only)
      .map((price) => ({ key: offerKey(level.id, price.id), level, price }));
  });

/**
 * What may have to be paid on the way through a path: at its own gates, and on the paths that answers lead to.
 * `surely`: everybody who comes through comes to such a gate.
 */
export function costsOf(
  path: PathItem,
  setup: { readonly paths: ReadonlyMap<string, PathItem>; readonly levels: ReadonlyMap<string, LevelItem> },
): { readonly offered: readonly Offered[]; readonly surely: boolean } {
  const met = new Set<PathItem>([path]);
  // A set grows while it is gone through, so that turns of turns are met too.
  for (const { turns = [] } of met)
    for (const turn of turns) {
      const next = 'to' in turn ? setup.paths.get(turn.to) : undefined;
      if (next) met.add(next);
    }
  const paid = [...met].flatMap(({ gates }) => gates.map((gate) => kindOf(gate).offers(gate)));
  const offered = paid.flatMap((offers) => offeredBy(offers, setup.levels));
  const pays = ({ gates }: PathItem) => gates.some((gate) => !gate.when && kindOf(gate).offers(gate).length > 0);
  return { offered: [...new Map(offered.map((one) => [one.key, one])).values()], surely: [...met].every(pays) };
}

/** Pairs of level and price as offers: a level of which every price is named is named alone, so that a new one is offered too. */
export function offersFrom(pairs: readonly (readonly string[])[], levels: readonly LevelItem[]): Offer[] {
  const whole = (id: string) =>
    levels
      .find((level) => level.id === id)
      ?.prices.every(({ id: price }) => pairs.some(([level, one]) => level === id && one === price)) ?? false;
  const offers: Offer[] = [];
  for (const [level = '', price = ''] of pairs) {
    if (!whole(level)) offers.push({ level: level as LevelId, price: price as PriceId });
    else if (!offers.some((offer) => offer.level === level)) offers.push({ level: level as LevelId });
  }
  return offers;
}
