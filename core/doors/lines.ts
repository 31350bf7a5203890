/** Purpose: named doors in words. */
import { line, sayings, type Line } from '../lines';
import { describeDoor } from './describe';
import type { DoorItem } from './rule';
import type { DoorsSetup } from './setup';

export const doorKindLines = {
  door: ({ title, rule }: DoorItem, setup: DoorsSetup): Line[] => [
    ...line('title', sayings(setup).title, title),
    ...line('rule', sayings(setup).rule, describeDoor(rule, setup)),
  ],
};
