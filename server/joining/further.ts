/** Purpose: the further form that the gate of an application asks for. */
import type { AnyForm } from '../../core/forms';
import { gateOf, kindOf, pathOf, type Application } from '../../core/joining';
import type { Setup } from '../../core/setup';

/** Null where it waits at no such gate, or the form is gone. */
export function furtherForm(application: Application, setup: Setup): AnyForm | null {
  const gate = gateOf(pathOf(application, setup), application);
  const form = gate && kindOf(gate).form(gate);
  return form ? (setup.forms.get(form) ?? null) : null;
}
