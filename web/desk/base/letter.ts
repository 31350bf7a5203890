/** Purpose: letter keys, which can be turned off. */
import { useHotkey } from 'vuetify';
import { letterKeys } from './preferences';

/** A letter key: does nothing while letter keys are off or a modifier is held for something else. */
export function useLetter(keys: string, act: () => void): void {
  useHotkey(keys, () => {
    if (letterKeys.value) act();
  });
}
