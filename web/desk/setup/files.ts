/** Purpose: a set-up as a file: out as JSON, in with every fault told before anything is sent. */
import { ok, refuse, type Result } from '../../../core/kernel';
import { makeSetup, upgradeDocument, type Setup, type SetupDocument } from '../../../core/setup';
import { handOver } from '../base/download';
import { reader } from '../base/reader';
import { setupSays } from './setup.sentences';
import { textOf } from '../base/textOf';

/** Hands a set-up to the browser as a download. @param revision null for the draft */
export function downloadSetup(document: SetupDocument, revision: number | null): void {
  const blob = new Blob([`${JSON.stringify(document, null, 2)}\n`], { type: 'application/json' });
  handOver(blob, revision ? `set-up-${revision}.json` : 'set-up-draft.json');
}

const MOST_TOLD = 3;

/** Reads a file. Refuses with one sentence that names the places. */
export async function readSetupFile(
  file: Blob,
): Promise<Result<{ document: Record<string, unknown>; setup: Setup }, string>> {
  const says = setupSays(reader);
  let document: unknown;
  try {
    document = JSON.parse(await textOf(file));
  } catch {
    return refuse(says.cannotRead({ says: says.noJson }));
  }
  const made = makeSetup(upgradeDocument(document));
  if (made.ok) return ok({ document: document as Record<string, unknown>, setup: made.value });
  const told = made.refusal.slice(0, MOST_TOLD).map(({ where, says: what }) => (where ? `${where}: ${what}` : what));
  return refuse(says.cannotRead({ says: told.join(' ') }));
}
