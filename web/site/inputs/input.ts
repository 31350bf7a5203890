/** Purpose: what every input is given. */
import type { FieldInput } from '../../../core/fields';

/** What the label, the fault and the help are tied to. */
export type Tied = {
  readonly id: string;
  readonly name: string;
  readonly placeholder?: string;
  readonly 'aria-invalid': true | undefined;
  readonly 'aria-required': true | undefined;
  readonly 'aria-describedby': string | undefined;
};

/** `autocomplete`: what the browser may fill in, where the form knows better than the kind. */
export type InputProps<K extends FieldInput['kind']> = {
  tied: Tied;
  input: Extract<FieldInput, { kind: K }>;
  autocomplete?: string;
};
