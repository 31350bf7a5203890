/** Purpose: the platform's formatters, each made once: making one costs a hundred times what using it does. */

/** @param make how one is made, of a BCP 47 tag and options */
function kept<O extends object, F>(make: (locale: string, options: O) => F) {
  const made = new Map<string, F>();
  return (locale: string, options: O): F => {
    const key = `${locale}|${JSON.stringify(options)}`;
    let format = made.get(key);
    if (!format) made.set(key, (format = make(locale, options)));
    return format;
  };
}

export const numberFormat = kept((locale, options: Intl.NumberFormatOptions) => new Intl.NumberFormat(locale, options));
export const dateFormat = kept(
  (locale, options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat(locale, options),
);
