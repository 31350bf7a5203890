/** Purpose: what an area of the desk says of itself. */
import type { RouteComponent } from 'vue-router';

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
