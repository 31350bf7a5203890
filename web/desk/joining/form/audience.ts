/** Purpose: to whom a follow-up is put, as one of the few sentences that can be chosen; any other rule stays as it is. */
import type { Rule } from '../../../../core/doors';
import type { Setup } from '../../../../core/setup';
import { reader } from '../../base/reader';
import { joiningSays } from '../joining.sentences';

const says = joiningSays(reader);

const admitted: Rule = { fact: 'standing', is: ['admitted'] };

/** `''` is everybody who was admitted; `level:id`, `group:id`; `*` any other rule. */
export function keyOfAudience(rule: Rule): string {
  if (JSON.stringify(rule) === JSON.stringify(admitted)) return '';
  if (!('all' in rule) || rule.all.length !== 2 || JSON.stringify(rule.all[0]) !== JSON.stringify(admitted)) return '*';
  const one = rule.all[1]!;
  if (!('fact' in one)) return '*';
  if (one.fact === 'level' && one.is.length === 1 && one.when === 'now' && !one.heldDays) return `level:${one.is[0]}`;
  return one.fact === 'group' && one.is.length === 1 ? `group:${one.is[0]}` : '*';
}

export function audienceOf(key: string): Rule {
  const [kind, id] = key.split(':');
  if (!id) return admitted;
  const one =
    kind === 'level' ? { fact: 'level', is: [id], when: 'now' as const } : { fact: 'group' as const, is: [id] };
  return { all: [admitted, one as Rule] };
}

export const audiences = ({ doc }: Setup): { title: string; value: string }[] => [
  { title: says.everyMember, value: '' },
  ...doc.levels
    .filter(({ retired }) => !retired)
    .map(({ id, title }) => ({ title: says.whoHoldLevel({ level: title }), value: `level:${id}` })),
  ...doc.groups
    .filter(({ retired }) => !retired)
    .map(({ id, title }) => ({ title: says.whoAreIn({ group: title }), value: `group:${id}` })),
];
