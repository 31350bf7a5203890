/** Purpose: what the site shows now, and going elsewhere. The server decides what a path shows; this only asks. */
import { defineStore } from 'pinia';
import { shallowReactive, shallowRef } from 'vue';
import type { SiteView } from '../../contract';

export const useSite = defineStore('site', () => {
  const view = shallowRef<SiteView>();
  /** Set when a page could not be fetched. */
  const trouble = shallowRef<string | null>(null);
  /** A sentence to say once at the top of the next place. */
  const notice = shallowRef<string | null>(null);
  /** How many answers need another look, by the form they are in. */
  const wrong = shallowReactive(new Map<string, number>());
  return { view, trouble, notice, wrong };
});
