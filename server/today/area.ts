/** What needs somebody, as an area. */
import type { Area, Base } from '../area';
import type { Directory } from '../members';
import type { StuckLetters } from '../messages';
import type { MoneyDesk } from '../money';
import { Today } from './today';
import { todayApi, type TodayPorts } from './today.api';

type Needs = Base & {
  readonly directory: Directory;
  readonly letters: StuckLetters;
  readonly moneyDesk: MoneyDesk;
};

export const todayArea = {
  name: 'today',
  build: ({ db, directory, letters, moneyDesk }: Needs) => ({ today: new Today(db, directory, letters, moneyDesk) }),
  api: (ports: TodayPorts) => ({ today: todayApi(ports) }),
} satisfies Area;
