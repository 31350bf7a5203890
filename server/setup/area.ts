/** The set-up, as an area. */
import type { Area, Base } from '../area';
import { table } from '../platform/tables';
import { LiveSetup } from './live';
import { setupApi, type SetupPorts } from './setup.api';
import { SetupItemRow, SetupRevisionRow } from './setup.entities';
import { SetupStore } from './setup.store';

/** What the check-up has to know beside the set-up, which areas that are built later know. */
type Later = Pick<SetupPorts, 'reviewers' | 'cards'>;

export const setupArea = {
  name: 'setup',
  tables: [
    table(
      SetupItemRow,
      { kept: 'The set-up is the owner’s words, not a person’s; who changed it is staff.' },
      'kind id position live draft version format by at',
    ),
    table(
      SetupRevisionRow,
      { kept: 'The set-up is the owner’s words; its author is staff.' },
      'number document changes note author at',
    ),
  ],
  build: ({ db, rowUses, publishing, log, clock }: Base, later: Later) => {
    const world = async () => ({ reviewers: await later.reviewers(), cards: later.cards });
    const setups = new SetupStore(db, rowUses, log, world, publishing);
    return { setups, live: new LiveSetup(db, setups, clock, log) };
  },
  ready: ({ live }: { readonly live: LiveSetup }) => live.refresh(),
  api: (ports: SetupPorts) => ({ setup: setupApi(ports) }),
} satisfies Area;
