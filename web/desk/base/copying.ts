/** Purpose: putting a text on the clipboard, and saying whether the browser let us. */
import { copyingSays } from './copying.sentences';
import { useNotice } from './notice';
import { reader } from './reader';

export function useCopying(): (text: string) => Promise<void> {
  const says = copyingSays(reader);
  const notice = useNotice();
  return async (text) => {
    try {
      await navigator.clipboard.writeText(text);
      notice.tell(says.copied);
    } catch {
      notice.tell(says.copyByHand);
    }
  };
}
