/**
 * Purpose: the areas of the desk, in working order. An area says once, in its own `area.ts`, what it is called, where it
 * stands, by which key one gets there, and how its state reads; index, phone list, addresses and keys come from here.
 */
import type { Area } from './base/area';
import { boards } from './boards/area';
import { checkup } from './checkup/area';
import { joining } from './joining/area';
import { levels } from './levels/area';
import { members } from './members/area';
import { money } from './money/area';
import { settings } from './settings/area';
import { site } from './site/area';
import { today } from './today/area';

export const areas: readonly Area[] = [today, members, joining, levels, site, boards, money, checkup, settings];
