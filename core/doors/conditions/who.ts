/** Purpose: conditions on who somebody is: signed in, standing, group, mail domain. */
import { z } from 'zod';
import { Standing, coded, orInto, sayStanding, type Bits, type Facts, type Population } from '../../facts';
import { GroupId, listed, sayShortDate } from '../../kernel';
import { doorsSays } from '../doors.sentences';
import { domainOf } from '../prepare';
import { oneOf } from './phrases';
import { asIs, named, type ConditionKind } from './kind';

const none = () => [];

/** Who is in one of these sets. */
function inAny(sets: readonly (Bits | null)[], people: Population): Bits {
  const [first, ...others] = sets.filter((set) => set !== null);
  if (!first) return people.none();
  if (others.length === 0) return first;
  const all = first.slice();
  for (const set of others) orInto(all, set);
  return all;
}

const signedInOf = z.strictObject({ fact: z.literal('signedIn') });
export const signedIn: ConditionKind<z.infer<typeof signedInOf>> & { schema: typeof signedInOf } = {
  schema: signedInOf,
  names: none,
  bits: (_, layout) => [layout.signedIn],
  meets: (_, facts) => facts.member !== null,
  column: (_, people) => people.alive.bits,
  says: (_, { doc }) => doorsSays(doc.site).signedIn,
  found: (_, facts, _now, { doc }) => doorsSays(doc.site)[facts.member ? 'signedIn' : 'isNotSignedIn'],
  marks: none,
  // A visitor and somebody are tried in any case.
  mixes: none,
};

const standingOf = z.strictObject({ fact: z.literal('standing'), is: z.array(Standing).min(1) });
export const standing: ConditionKind<z.infer<typeof standingOf>> & { schema: typeof standingOf } = {
  schema: standingOf,
  names: none,
  bits: ({ is }, layout) => is.flatMap((id) => layout.standing.get(id) ?? []),
  meets: ({ is }, facts) => facts.standing !== null && is.includes(facts.standing),
  column: ({ is }, people) => inAny(is.map(people.standing), people),
  says: ({ is }, { doc }) =>
    doorsSays(doc.site).standing({ standings: { either: is.map((one) => sayStanding(one, doc.site)) } }),
  found(_, facts, _now, { doc }) {
    if (!facts.standing) return doorsSays(doc.site).visitor;
    const standing = sayStanding(facts.standing, doc.site);
    return facts.standingSince
      ? doorsSays(doc.site).standingSince({ standing, date: sayShortDate(facts.standingSince, doc.site) })
      : standing;
  },
  marks: none,
  // Everybody has a standing, whatever is asked.
  mixes: none,
};

const groupOf = z.strictObject({ fact: z.literal('group'), is: z.array(GroupId).min(1) });
export const group: ConditionKind<z.infer<typeof groupOf>> & { schema: typeof groupOf } = {
  schema: groupOf,
  names: ({ is }) => is.map((id) => ({ kind: 'groups', id })),
  bits: ({ is }, layout) => is.flatMap((id) => layout.group.get(id) ?? []),
  meets: ({ is }, facts, _now, { groups }) => is.some((id) => groups.has(id) && facts.groups.includes(id)),
  column: ({ is }, people, _now, { groups }) =>
    inAny(
      is.map((id) => (groups.has(id) ? people.group(id) : null)),
      people,
    ),
  says: ({ is }, { groups, doc }) => doorsSays(doc.site).group({ groups: oneOf(groups, is, doc.site) }),
  found: (_, facts, _now, { groups, doc }) =>
    facts.groups.length
      ? listed(
          facts.groups.map((id) => groups.get(id)?.title ?? id),
          doc.site,
        )
      : doorsSays(doc.site).noGroup,
  marks: none,
  mixes: (all) => named(all).map((id) => [asIs, (facts) => ({ ...facts, groups: [...facts.groups, id as GroupId] })]),
};

const domainIn = ({ mail }: Pick<Facts, 'mail'>): string | null =>
  mail === null ? null : mail.slice(mail.lastIndexOf('@') + 1).toLowerCase();

const mailDomainOf = z.strictObject({ fact: z.literal('mailDomain'), is: z.array(z.string().min(3)).min(1) });
export const mailDomain: ConditionKind<z.infer<typeof mailDomainOf>> & { schema: typeof mailDomainOf } = {
  schema: mailDomainOf,
  names: none,
  bits: () => null,
  meets({ is }, facts) {
    const domain = domainIn(facts);
    return domain !== null && is.some((wanted) => wanted.toLowerCase() === domain);
  },
  column({ is }, people) {
    const { codes, words } = people.mailDomains;
    const marked = new Uint8Array(words.list.length);
    for (const domain of is) marked[words.find(domain.toLowerCase()) ?? 0] = 1;
    marked[0] = 0;
    return coded(codes, marked);
  },
  ready({ is }) {
    const wanted = new Set(is.map((domain) => domain.toLowerCase()));
    return (person) => {
      const domain = domainOf(person);
      return domain !== null && wanted.has(domain);
    };
  },
  says: ({ is }, { doc }) => doorsSays(doc.site).mailDomain({ domains: { either: is.map((domain) => `@${domain}`) } }),
  found: (_, facts, _now, { doc }) => (facts.mail ? `@${domainIn(facts)}` : doorsSays(doc.site).noAddress),
  marks: none,
  mixes: (all) => [
    [null, 'a@somewhere.else', ...new Set(named(all).map((domain) => `a@${domain.toLowerCase()}`))].map(
      (mail) => (facts) => ({ ...facts, mail }),
    ),
  ],
};
