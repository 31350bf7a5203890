/** Purpose: the lengths of texts that an owner writes. */
import { z } from 'zod';
import { kernelSays } from './kernel.sentences';
import { owners } from './sentences';

/** A name or a short line. */
export const Title = z.string().trim().min(1).max(120);
/** A few sentences. */
export const Text = z.string().max(2000);
/** Part of an address: `winter-guide`. */
export const Address = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, kernelSays(owners).notAnAddress)
  .max(60);
