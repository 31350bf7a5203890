/** Purpose: the further form that the gate of an application asks for. */
import type { AnyForm } from '../../core/fields';
import { gateOf, pathOf, type Application } from '../../core/joining';
import type { Setup } from '../../core/setup';

/** Null where it waits at no such gate, or the form is gone. */
export function furtherForm(application: Application, setup: Setup): AnyForm | null {
  const gate = gateOf(pathOf(application, setup), application);
  return gate?.kind === 'completeProfile' ? (setup.forms.get(gate.form) ?? null) : null;
}
