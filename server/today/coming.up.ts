/** Purpose: Today's *Coming up*: what the clock will do with applications in the next seven days if nobody acts. */
import { rowsFrom } from '../platform/rows';
import type { DataSource } from 'typeorm';
import type { TodayView } from '../../contract';
import { comingOf, pathOf, type Foretold } from '../../core/joining';
import { dayOf, listed, sayShortWeekday, type Instant, type Reader } from '../../core/kernel';
import { addSpan, startOfDay } from '../../core/kernel/calendar';
import type { Setup } from '../../core/setup';
import { readApplication } from '../joining';
import { todaySays } from './today.sentences';

const LOOKED_AT = 200;
const LINES = 6;
const NAMED = 2;

/** By calendar day in the site's zone, in order, people of one day and one fate on one line. */
export async function comingUp(db: DataSource, now: Instant, setup: Setup): Promise<TodayView['comingUp']> {
  const place = setup.doc.site;
  const words = todaySays(place);
  const week = addSpan(now, { count: 7, unit: 'days' }, place.zone);
  // Seven weekdays, this one included, so that no name of a day stands for two.
  const until = (startOfDay(dayOf(week, place), place.zone) ?? week) - 1;
  const rows = await rowsFrom<{ data: string; run_at: Date }>(
    db,
    `SELECT a.data, j.run_at FROM job j
     JOIN application a ON a.id = CONVERT(JSON_VALUE(j.payload, '$.application') USING ascii) COLLATE ascii_bin AND a.shadow = 0
     WHERE j.state = 'ready' AND j.kind = 'applicationTimer' AND j.run_at > ? AND j.run_at <= ?
     ORDER BY j.run_at, j.id LIMIT ${LOOKED_AT}`,
    [new Date(now), new Date(until)],
  );
  // Beyond the last one looked at, somebody might be missing from a line: what is told ends there.
  const cut = rows.length === LOOKED_AT;
  const told = cut ? rows[rows.length - 1]!.run_at.getTime() : until;
  const coming = rows
    .flatMap(({ data }) => {
      const application = readApplication(JSON.parse(data), setup);
      const path = pathOf(application, setup);
      const name = application.answers.name;
      return comingOf(path, application, told, setup).map((item) => ({ ...item, name }));
    })
    .sort((a, b) => a.at - b.at);
  const lines = new Map<string, { day: string; what: Foretold; names: string[] }>();
  for (const { at, what, name } of coming) {
    const day = dayOf(at, place) === dayOf(now, place) ? words.today : sayShortWeekday(at, place);
    const line = lines.get(`${day} ${what}`) ?? { day, what, names: [] };
    line.names.push(name);
    lines.set(`${day} ${what}`, line);
  }
  return {
    lines: [...lines.values()]
      .slice(0, LINES)
      .map(({ day, what, names }) => ({ day, says: words[what]({ who: who(names, place) }) })),
    more: cut || lines.size > LINES,
  };
}

/** `Anselm Pikard and Jessamy Thorle`; of more, the first and how many others. */
function who(names: readonly string[], reader: Reader): string {
  if (names.length <= NAMED) return listed(names, reader);
  return todaySays(reader).andOthers({ name: names[0] ?? '', count: names.length - 1 });
}
