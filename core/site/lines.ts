/** Purpose: the site's own settings in words. */
import { line, sayings, titleIn, type Line, type Titled } from '../lines';
import type { SiteSetup } from './setup';
import type { Mark, SiteItem } from './site';

type Told = SiteSetup & Titled<'pages' | 'menus' | 'forms' | 'levels' | 'groups'>;

const markLine = (mark: Mark, says: ReturnType<typeof sayings>): string =>
  'picture' in mark
    ? says.pictured({ width: mark.width, height: mark.height })
    : says.drawn({ count: mark.paths.length, stroke: mark.stroke, size: mark.size });

export const siteKindLines = {
  site: (site: SiteItem, setup: Told): Line[] => {
    const says = sayings(setup);
    const { accent, tint, paper, mark, typefaces } = site.look;
    return [
      ...line('name', says.siteName, site.name),
      ...line('shortName', says.shortName, site.shortName),
      ...line('zone', says.zone, site.zone),
      ...line('locale', says.language, site.locale),
      ...line('currency', says.currency, site.currency),
      ...line('replyTo', says.replyTo, site.replyTo),
      ...line('home', says.home, titleIn('pages', site.home, setup)),
      ...line('menu', says.menu, site.menu && titleIn('menus', site.menu, setup)),
      ...Object.entries(site.wording ?? {}).flatMap(([key, text]) => line(`wording ${key}`, says.wording, text)),
      ...line('foot', says.foot, site.foot && titleIn('menus', site.foot, setup)),
      ...line('joinBy', says.joinBy, site.joinBy && titleIn('forms', site.joinBy, setup)),
      ...(site.starts ?? []).flatMap((start, at) =>
        line(
          `start ${at}`,
          says.start,
          says.startOf({
            whose: 'level' in start ? titleIn('levels', start.level, setup) : titleIn('groups', start.group, setup),
            page: titleIn('pages', start.page, setup),
          }),
        ),
      ),
      ...line('accent', says.accent, accent),
      ...line('tint', says.tint, tint),
      ...line('paper', says.paper, paper),
      ...line('mark', says.mark, mark && markLine(mark, says)),
      ...line('typefaces', says.typefaces, says[typefaces ?? 'bookPlain']),
    ];
  },
};
