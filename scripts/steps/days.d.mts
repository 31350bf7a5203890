/** An ordinary Wednesday morning: when the site clock of every test begins. */
export const PLAIN_DAY: string;
