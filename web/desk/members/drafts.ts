/**
 * Purpose: what a reviewer has begun to write, for each application and each purpose apart.
 * Invariant: a question never becomes a reason; nothing written is dropped by opening another row, by a decision that
 * somebody else made first, or by a reload.
 */
import { defineStore } from 'pinia';
import { reactive, watch } from 'vue';

export type Purpose = 'decline' | 'question';
type Draft = Record<Purpose, string>;

const KEY = 'desk.drafts';

function stored(): Record<string, Draft> {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Record<string, Draft>;
  } catch {
    return {};
  }
}

export const useDrafts = defineStore('drafts', () => {
  const drafts = reactive<Record<string, Draft>>(stored());
  watch(drafts, () => {
    try {
      sessionStorage.setItem(KEY, JSON.stringify(drafts));
    } catch {
      // A browser that keeps nothing: what is written stays until the page is left.
    }
  });
  const text = (application: string, purpose: Purpose): string => drafts[application]?.[purpose] ?? '';
  const write = (application: string, purpose: Purpose, words: string): void => {
    drafts[application] = { decline: '', question: '', ...drafts[application], [purpose]: words };
  };
  const drop = (application: string): void => void delete drafts[application];
  /** What was written for an application and not sent. */
  const unsent = (application: string): string =>
    [text(application, 'decline'), text(application, 'question')].filter(Boolean).join('\n');
  return { text, write, drop, unsent };
});
