/** Purpose: the areas of the desk that exist, in working order, with the key that leads to each. */

export type Area = { readonly name: string; readonly path: string; readonly key: string };
export const areas: readonly Area[] = [
  { name: 'Today', path: '/desk', key: 't' },
  { name: 'Members', path: '/desk/members', key: 'm' },
];
