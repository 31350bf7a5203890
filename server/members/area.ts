/** People, as an area. */
import type { EntityManager } from 'typeorm';
import type { MemberId } from '../../core/kernel';
import type { Area, Base } from '../area';
import type { Jobs } from '../platform/jobs';
import { table } from '../platform/tables';
import type { LiveSetup, Publishing } from '../setup';
import type { PlaceSources } from '../site';
import { Conversions } from './conversions';
import { Directory } from './directory';
import { listedMembers } from './listed';
import {
  MemberEntity,
  MemberFactsRow,
  MemberGroupRow,
  MemberPaidRow,
  MemberTermRow,
  MemberTopicRow,
  MemberValueRow,
  MemberWasRow,
  MemberWordRow,
  TimelineEntity,
} from './member.entities';
import { freeAddress, memberUses } from './member.store';
import { memberJobs, type MemberJobs } from './members.jobs';
import { membersApi, type MembersPorts } from './members.api';
import { SavedViewRow } from './saved.view.entity';
import { SavedViews } from './saved.views';
import { savedViewsApi, type SavedViewsPorts } from './saved.views.api';

type Needs = Base & { readonly live: LiveSetup; readonly jobs: Jobs<MemberJobs> };

/** Erased with the person whose they are. */
const theirs = { erased: 'member = ?' };

export const membersArea = {
  name: 'members',
  tables: [
    table(MemberValueRow, theirs, 'member field text number value'),
    table(MemberWasRow, theirs, 'member field until_at value'),
    table(MemberTermRow, theirs, 'member level from_at until_at paid_until'),
    table(MemberPaidRow, theirs, 'member level at'),
    table(MemberGroupRow, theirs, 'member group_id since'),
    table(MemberTopicRow, theirs, 'member topic since'),
    table(MemberFactsRow, theirs, 'member facts changed_at'),
    table(MemberWordRow, theirs, 'word member'),
    table(TimelineEntity, theirs, 'id member at what standing title note'),
    table(
      MemberEntity,
      { erased: 'id = ?' },
      'id number mail_key owned_mail mail name standing standing_since joined_at admitted_at seen_at password_hash shadow_of',
    ),
    table(
      SavedViewRow,
      { kept: 'What is asked of a list, never whom it found; who kept it is staff.' },
      'id name_key name asked kept_by kept_at',
    ),
  ],
  jobs: memberJobs,
  uses: memberUses,
  build: ({ db, live, jobs, acts, random }: Needs) => {
    const listed: PlaceSources['listed'] = (block, { facts }, { setup }) => listedMembers(db, block, facts, setup);
    return {
      directory: new Directory(db),
      savedViews: new SavedViews(db, acts, random),
      conversions: new Conversions(db, live, jobs),
      listed,
    };
  },
  published: ({ conversions }: { readonly conversions: Conversions }, ...of: Parameters<Publishing['follows']>) =>
    conversions.follow(...of),
  erase: (_ports: Base, manager: EntityManager, member: MemberId) => freeAddress(manager, member),
  api: (ports: MembersPorts & SavedViewsPorts) => ({ members: membersApi(ports), savedViews: savedViewsApi(ports) }),
} satisfies Area;
