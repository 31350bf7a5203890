/**
 * The days on which tests live, as instants at which the site clock of each test's own Quillmoor begins. The date of the
 * machine decides nothing. Quillmoor's zone is Europe/London.
 */

/** An ordinary Wednesday morning, for every test that is not about days, and in one run of eight for those too. */
export const PLAIN_DAY = '2026-10-14T10:00:00+01:00';

/** Days on which sums and dates go wrong, if anywhere. What is about money, paths and Today lives on one of them in each run. */
export const AWKWARD_DAYS = {
  first: '2027-03-01T09:00:00Z',
  last: '2027-01-31T22:00:00Z',
  leap: '2028-02-29T12:00:00Z',
  /** An hour before the clocks of London go forward. */
  spring: '2027-03-28T00:00:00Z',
  /** Two hours before they go back, so that one hour of this night comes twice. */
  autumn: '2026-10-25T00:00:00+01:00',
  'new-year': '2026-12-31T23:59:30Z',
  /** The last minute of a week. */
  sunday: '2026-11-29T23:59:00Z',
};

/** @returns {string} when a day begins, by its name: a key of AWKWARD_DAYS, or `plain` */
export const beginOf = (name) => AWKWARD_DAYS[name] ?? PLAIN_DAY;

/**
 * The day whose turn it is.
 * @param turn a whole number that grows from run to run
 * @returns {string} a key of AWKWARD_DAYS, or `plain`
 */
export function dayInTurn(turn) {
  const names = [...Object.keys(AWKWARD_DAYS), 'plain'];
  return names[turn % names.length];
}
