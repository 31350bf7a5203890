/** Purpose: what the site adds to the set-up. */
import { singleKind, type Reference, type SetupOf } from '../kernel';
import { SiteItem } from './site';

export const siteKinds = {
  site: singleKind({
    schema: SiteItem,
    area: 'settings',
    references: ({ home, menu, foot, joinBy, starts = [] }): Reference[] => [
      { at: 'home', kind: 'pages', id: home },
      ...(menu ? [{ at: 'menu', kind: 'menus', id: menu } as const] : []),
      ...(foot ? [{ at: 'foot', kind: 'menus', id: foot } as const] : []),
      ...(joinBy ? [{ at: 'joinBy', kind: 'forms', id: joinBy } as const] : []),
      ...starts.flatMap((start, at): Reference[] => [
        'level' in start
          ? { at: `starts.${at}.level`, kind: 'levels', id: start.level }
          : { at: `starts.${at}.group`, kind: 'groups', id: start.group },
        { at: `starts.${at}.page`, kind: 'pages', id: start.page },
      ]),
    ],
    money: ({ currency }) => currency,
  }),
};

/** What whoever asks for the site reads of a set-up. */
export type SiteSetup = SetupOf<typeof siteKinds>;
