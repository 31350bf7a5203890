/** Whether promises that cost something to watch over are watched over: in tests. */
export const strict = process.env['ADMISSA_STRICT'] === '1';
