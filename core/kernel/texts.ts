/** Purpose: the lengths of texts that an owner writes. */
import { z } from 'zod';

/** A name or a short line. */
export const Title = z.string().trim().min(1).max(120);
/** A few sentences. */
export const Text = z.string().max(2000);
/** Part of an address: `winter-guide`. */
export const Address = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'An address has small letters, digits and single hyphens.')
  .max(60);
