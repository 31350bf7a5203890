/**
 * Purpose: what a schema says of a value that it does not take, where the schema has no sentence of its own: what is
 * wrong and how to mend it, for whoever typed it and not for whoever wrote the schema.
 */
import { z } from 'zod';
import { kernelSays } from './kernel.sentences';
import { owners, sayNumber } from './sentences';

const says = kernelSays(owners);
const number = (value: unknown): string => sayNumber(Number(value), owners);

z.config({
  customError: (issue) => {
    switch (issue.code) {
      case 'invalid_type':
        if (issue.expected === 'int') return says.typeWhole;
        if (issue.expected === 'number') return says.typeNumber;
        return issue.expected === 'string' ? says.writeIt : undefined;
      case 'too_small':
        if (issue.origin === 'string') return says.atLeastLetters({ count: Number(issue.minimum) });
        if (issue.origin === 'array') return says.atLeastOnes({ count: Number(issue.minimum) });
        return ['number', 'int'].includes(issue.origin) ? says.isLeast({ least: number(issue.minimum) }) : undefined;
      case 'too_big':
        if (issue.origin === 'string') return says.atMostLetters({ count: Number(issue.maximum) });
        if (issue.origin === 'array') return says.atMostOnes({ count: Number(issue.maximum) });
        return ['number', 'int'].includes(issue.origin) ? says.isMost({ most: number(issue.maximum) }) : undefined;
      case 'invalid_format':
        return issue.format === 'email' ? says.writeAddress : undefined;
      default:
        return undefined;
    }
  },
});
