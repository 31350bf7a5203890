/**
 * Purpose: the areas of the desk, in working order. An area says once, in its own `area.ts`, what it is called, where it
 * stands, by which key one gets there, and how its state reads; index, phone list, addresses and keys come from here.
 */
import type { RouteComponent } from 'vue-router';
import { members } from './members/area';
import { today } from './today/area';

/** What the index asks the server for. */
export type IndexState = { readonly needYou: number; readonly needOthers: number; readonly people: number };

export type Area = {
  readonly name: string;
  readonly path: string;
  /** `G` and then this. */
  readonly key: string;
  readonly view: () => Promise<{ default: RouteComponent }>;
  /** Line two in the index: a flag where somebody is needed, else a plain fact. */
  readonly state: (index: IndexState) => { readonly flag: boolean; readonly says: string };
  /** Letter keys that work in this area. */
  readonly keys: readonly (readonly [key: string, does: string])[];
};

export const areas: readonly Area[] = [today, members];
