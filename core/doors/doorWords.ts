/** Purpose: a door as it stands on something, in words. */
import { sayings, titleIn } from '../lines';
import { describeDoor } from './describe';
import type { DoorUse } from './rule';
import type { DoorsSetup } from './setup';

export function doorWords(use: DoorUse, setup: DoorsSetup): string {
  const says = sayings(setup);
  if ('everyone' in use) return says.everyone;
  if ('named' in use) return says.namedDoor({ door: titleIn('doors', use.named, setup) });
  return says.ownDoor({ rule: describeDoor(use.rule, setup) });
}
