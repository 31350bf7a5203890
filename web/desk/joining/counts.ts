/** Purpose: counts as they are typed. */

/** What is no count stays as it was typed, so that it can be marked and is not lost. */
export const typedCount = (text: string): number =>
  /^[-−]?\d+$/.test(text.trim()) ? Number(text.trim().replace('−', '-')) : (text as unknown as number);
