/** Purpose: the lengths of texts that an owner writes. */
import { z } from 'zod';
import { kernelSays } from './kernel.sentences';
import { owners } from './sentences';

const LONGEST_TITLE = 120;

/** A name or a short line. */
export const Title = z.string().trim().min(1).max(LONGEST_TITLE);
/** As much of a text as a title holds, with no character cut in two; empty where nothing is in it. */
export const asTitle = (text: string): string =>
  text
    .trim()
    .slice(0, LONGEST_TITLE)
    .replace(/[\uD800-\uDBFF]$/, '')
    .trim();
/** A few sentences. */
export const Text = z.string().max(2000);
/** Part of an address: `winter-guide`. */
export const Address = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, kernelSays(owners).notAnAddress)
  .max(60);
