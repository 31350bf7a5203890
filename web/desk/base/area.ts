/** Purpose: what an area of the desk says of itself. */
import { inject, type InjectionKey } from 'vue';
import type { RouteComponent } from 'vue-router';
import type { ItemKind } from '../../../core/setup';
import type { desk } from './calls';
import { may, type Me } from './session';
import type { setupStanding } from './standing';

/** What the index asks the server for. */
export type IndexState = {
  readonly needYou: number;
  readonly needOthers: number;
  readonly people: number;
  readonly failing: number;
  readonly awaited: number;
  readonly bookFaults: number;
  readonly entriesWaiting: number;
};
/** What the check-up and the draft say; null until they are known. */
export type SetupStanding = typeof setupStanding.value;

/** Line two in the index: a flag where somebody is needed, else a plain fact; whether the draft holds changes. */
export type AreaState = { readonly flag: boolean; readonly says: string; readonly draft?: boolean };

type View = () => Promise<{ default: RouteComponent }>;
type Endpoints = { [A in keyof typeof desk]: (typeof desk)[A][keyof (typeof desk)[A]] }[keyof typeof desk];

/** One of several faces of an area, each at its own address. */
export type AreaPart = {
  readonly name: string;
  readonly path: string;
  readonly view: View;
  /** The kind of item worked on there; none for what is no part of the set-up. */
  readonly kind?: ItemKind;
};

export type Area = {
  readonly name: string;
  readonly path: string;
  /** `G` and then this. */
  readonly key: string;
  readonly view: View;
  readonly parts?: readonly AreaPart[];
  /** Shown to those only who may call this. */
  readonly needs?: Endpoints;
  readonly state: (index: IndexState, setup: SetupStanding) => AreaState;
  /** Letter keys that work in this area. */
  readonly keys: readonly (readonly [key: string, does: string])[];
};

/** Whether an address lies within an area. */
export const isWithin = (area: Area, path: string): boolean =>
  area.path === path || (area.path !== '/desk' && path.startsWith(`${area.path}/`));

/** All areas, in working order, as the desk was put together (`../areas.ts`). */
export const areasKey: InjectionKey<readonly Area[]> = Symbol('areas');
export const useAreas = (): readonly Area[] => inject(areasKey, []);

/** The areas somebody works in. */
export const areasFor = (areas: readonly Area[], me: Me): readonly Area[] =>
  areas.filter(({ needs }) => !needs || may(me, needs));
