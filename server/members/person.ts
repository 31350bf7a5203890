/** Purpose: one person for staff: facts, membership and timeline, in words. */
import type { EntityManager } from 'typeorm';
import type { MemberView } from '../../contract';
import { currentTerm, lastTerm, sayStanding, toldUntil, type Facts } from '../../core/facts';
import { joinedOf, type AnswerLine } from '../../core/fields';
import { listed, sayDate, sayNearDate, sayShortDate, type Instant, type MemberId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { MemberEntity, TimelineEntity } from './member.entities';
import { factsOf } from './member.store';
import { membersSays } from './members.sentences';

/** What happened with money, as staff read it whose part money is not: no amounts, no reasons. */
const withoutAmounts = {
  'money.paid': 'aPayment',
  'money.refused': 'aRefusal',
  'money.refunded': 'moneyBack',
  'level.renewed': 'aRenewal',
} as const;

/**
 * @param money whether whoever asks may see what was paid
 * @returns null for someone who does not exist, and for a shadow
 */
export async function personView(
  manager: EntityManager,
  id: MemberId,
  setup: Setup,
  now: Instant,
  money: boolean,
): Promise<Omit<MemberView, 'application'> | null> {
  const row = await manager.getRepository(MemberEntity).findOneBy({ id, shadowOf: '' });
  const facts = row ? await factsOf(manager, id) : null;
  if (!row || !facts) return null;
  const place = setup.doc.site;
  const timeline = await manager.getRepository(TimelineEntity).find({
    where: { member: id },
    order: { at: 'DESC', id: 'DESC' },
    take: 60,
  });
  return {
    id,
    number: String(row.number).padStart(4, '0'),
    name: row.name,
    mail: row.mail,
    standing: row.standing,
    since: membersSays(place).since({
      standing: sayStanding(row.standing, place),
      date: sayDate(row.standingSince, place),
    }),
    membership: membershipOf(facts, setup, now),
    facts: factRows(facts, setup),
    timeline: timeline.map(({ at, standing, what, title, note }) => {
      const kept = !money && Object.hasOwn(withoutAmounts, what) ? withoutAmounts[what as 'money.paid'] : null;
      return {
        date: sayNearDate(at, now, place),
        mark: standing ?? 'event',
        title: kept ? membersSays(place)[kept] : title,
        note: kept ? '' : note,
      };
    }),
  };
}

function membershipOf(facts: Facts, setup: Setup, now: Instant): string {
  const title = (id: string) => setup.levels.get(id)?.title ?? id;
  const term = currentTerm(facts, now);
  const { site } = setup.doc;
  const words = membersSays(site);
  const until = term && toldUntil(term, now);
  if (term && until === null) return words.forGood({ level: title(term.level) });
  if (term && until) return words.until({ level: title(term.level), date: sayShortDate(until, site) });
  const last = lastTerm(facts);
  if (last?.until) return words.ended({ level: title(last.level), date: sayShortDate(last.until, site) });
  return facts.standing === 'applicant' ? words.noLevelYet : words.noLevel;
}

function factRows(facts: Facts, setup: Setup): AnswerLine[] {
  const { site } = setup.doc;
  const words = membersSays(site);
  const values = facts.fields as Record<string, Facts['fields'][keyof Facts['fields']]>;
  const rows = setup.doc.fields.flatMap((field) => {
    const value = values[field.id];
    return value === undefined ? [] : [joinedOf(field, value, site)];
  });
  if (facts.groups.length)
    rows.push({
      label: words.groups,
      value: listed(
        facts.groups.map((id) => setup.groups.get(id)?.title ?? id),
        site,
      ),
    });
  rows.push({
    label: words.newsByMail,
    value: facts.topics.length
      ? listed(
          facts.topics.map((id) => setup.topics.get(id)?.title ?? id),
          site,
        )
      : words.noneWanted,
  });
  return rows;
}
