/** Purpose: conditions on who somebody is: signed in, standing, group, mail domain. */
import { z } from 'zod';
import { Standing, standingLabel, type Facts } from '../../facts';
import { GroupId, listed, sayShortDate } from '../../kernel';
import { oneOf } from './phrases';
import type { ConditionKind } from './kind';

const none = () => [];

const signedInOf = z.strictObject({ fact: z.literal('signedIn') });
export const signedIn: ConditionKind<z.infer<typeof signedInOf>> & { schema: typeof signedInOf } = {
  schema: signedInOf,
  names: none,
  bits: (_, layout) => [layout.signedIn],
  meets: (_, facts) => facts.member !== null,
  says: () => 'Signed in',
  found: (_, facts) => (facts.member ? 'signed in' : 'not signed in'),
  marks: none,
};

const standingOf = z.strictObject({ fact: z.literal('standing'), is: z.array(Standing).min(1) });
export const standing: ConditionKind<z.infer<typeof standingOf>> & { schema: typeof standingOf } = {
  schema: standingOf,
  names: none,
  bits: ({ is }, layout) => is.flatMap((id) => layout.standing.get(id) ?? []),
  meets: ({ is }, facts) => facts.standing !== null && is.includes(facts.standing),
  says: ({ is }) =>
    `Standing is ${listed(
      is.map((one) => standingLabel[one]),
      'or',
    )}`,
  found(_, facts, _now, { doc }) {
    if (!facts.standing) return 'a visitor';
    const since = facts.standingSince ? `, since ${sayShortDate(facts.standingSince, doc.site)}` : '';
    return standingLabel[facts.standing] + since;
  },
  marks: none,
};

const groupOf = z.strictObject({ fact: z.literal('group'), is: z.array(GroupId).min(1) });
export const group: ConditionKind<z.infer<typeof groupOf>> & { schema: typeof groupOf } = {
  schema: groupOf,
  names: ({ is }) => is.map((id) => ({ kind: 'groups', id })),
  bits: ({ is }, layout) => is.flatMap((id) => layout.group.get(id) ?? []),
  meets: ({ is }, facts, _now, { groups }) => is.some((id) => groups.has(id) && facts.groups.includes(id)),
  says: ({ is }, { groups }) => `In the group ${oneOf(groups, is)}`,
  found: (_, facts, _now, { groups }) =>
    facts.groups.length ? listed(facts.groups.map((id) => groups.get(id)?.title ?? id)) : 'in no group',
  marks: none,
};

export const domainOf = ({ mail }: Pick<Facts, 'mail'>): string | null =>
  mail === null ? null : mail.slice(mail.lastIndexOf('@') + 1).toLowerCase();

const mailDomainOf = z.strictObject({ fact: z.literal('mailDomain'), is: z.array(z.string().min(3)).min(1) });
export const mailDomain: ConditionKind<z.infer<typeof mailDomainOf>> & { schema: typeof mailDomainOf } = {
  schema: mailDomainOf,
  names: none,
  bits: () => null,
  meets({ is }, facts) {
    const domain = domainOf(facts);
    return domain !== null && is.some((wanted) => wanted.toLowerCase() === domain);
  },
  ready({ is }) {
    const wanted = new Set(is.map((domain) => domain.toLowerCase()));
    return (facts) => {
      const domain = domainOf(facts);
      return domain !== null && wanted.has(domain);
    };
  },
  says: ({ is }) =>
    `Mail address ends in ${listed(
      is.map((domain) => `@${domain}`),
      'or',
    )}`,
  found: (_, facts) => (facts.mail ? `@${domainOf(facts)}` : 'no address'),
  marks: none,
};
