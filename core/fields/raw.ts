/** As sent by a form: text from inputs, true/false from ticks, a list from several choices. */
export type RawAnswer = string | number | boolean | string[] | null | undefined;
