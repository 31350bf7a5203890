/**
 * Purpose: what a schema says of a value that it does not take, where the schema has no sentence of its own: what is
 * wrong and how to mend it, for whoever typed it and not for whoever wrote the schema.
 */
import { z } from 'zod';
import { kernelSays } from './kernel.sentences';
import { owners, sayNumber } from './sentences';

const says = kernelSays(owners);
const number = (value: unknown): string => sayNumber(Number(value), owners);

type Issue = Parameters<NonNullable<NonNullable<Parameters<typeof z.config>[0]>['customError']>>[0];
type Size = { readonly origin?: string; readonly minimum?: unknown; readonly maximum?: unknown };

const tooSmall = ({ origin, minimum }: Size): string | undefined =>
  origin === 'string'
    ? says.atLeastLetters({ count: Number(minimum) })
    : origin === 'array'
      ? says.atLeastOnes({ count: Number(minimum) })
      : isNumber(origin)
        ? says.isLeast({ least: number(minimum) })
        : undefined;

const tooBig = ({ origin, maximum }: Size): string | undefined =>
  origin === 'string'
    ? says.atMostLetters({ count: Number(maximum) })
    : origin === 'array'
      ? says.atMostOnes({ count: Number(maximum) })
      : isNumber(origin)
        ? says.isMost({ most: number(maximum) })
        : undefined;

const isNumber = (origin: string | undefined): boolean => origin === 'number' || origin === 'int';

const wrongType: Readonly<Record<string, string>> = {
  int: says.typeWhole,
  number: says.typeNumber,
  string: says.writeIt,
};

/** What nobody types may stand in a file that is brought in. */
function sentenceOf(issue: Issue): string | undefined {
  if (issue.code === 'invalid_type')
    return wrongType[issue.expected] ?? (issue.input === undefined ? says.writeIt : undefined);
  if (issue.code === 'invalid_value') return says.oneOfThese({ values: issue.values.map(String) });
  if (issue.code === 'unrecognized_keys') return says.noSuchKeys({ keys: issue.keys });
  if (issue.code === 'invalid_union' && issue.input === undefined) return says.writeIt;
  if (issue.code === 'invalid_union' && 'discriminator' in issue) return says.noSuchKind;
  if (issue.code === 'too_small') return tooSmall(issue);
  if (issue.code === 'too_big') return tooBig(issue);
  return issue.code === 'invalid_format' && issue.format === 'email' ? says.writeAddress : undefined;
}

z.config({ customError: sentenceOf });
