/** Purpose: how an area in which set-up is worked on reads in the index: what is to fix there, and whether it is in the draft. */
import type { SetupArea } from '../../../core/kernel';
import type { Area } from '../base/area';
import { reader } from '../base/reader';
import { setupSays } from './setup.sentences';

const says = setupSays(reader);

export const setupState =
  (of: SetupArea): Area['state'] =>
  (_, setup) => {
    const count = setup?.findings.filter(({ area }) => area === of).length ?? 0;
    const draft = setup?.changes.some(({ area }) => area === of) ?? false;
    return count > 0
      ? { flag: true, says: says.toFix({ count }), draft }
      : { flag: false, says: setup ? says.inOrder : '', draft };
  };
