/** Purpose: the kind of field that holds a country, as its code of ISO 3166-1 alpha-2. */
import { z } from 'zod';
import { ok, refuse } from '../../kernel/result';
import type { Reader } from '../../kernel/sentences';
import { fieldsSays } from '../fields.sentences';
import { holdsNothing, textColumns, type FieldKindOf } from './kind';

const codes =
  `AD AE AF AG AI AL AM AO AQ AR AS AT AU AW AX AZ BA BB BD BE BF BG BH BI BJ BL BM BN BO BQ BR BS BT BV BW BY BZ CA CC
  CD CF CG CH CI CK CL CM CN CO CR CU CV CW CX CY CZ DE DJ DK DM DO DZ EC EE EG EH ER ES ET FI FJ FK FM FO FR GA GB GD
  GE GF GG GH GI GL GM GN GP GQ GR GS GT GU GW GY HK HM HN HR HT HU ID IE IL IM IN IO IQ IR IS IT JE JM JO JP KE KG KH
  KI KM KN KP KR KW KY KZ LA LB LC LI LK LR LS LT LU LV LY MA MC MD ME MF MG MH MK ML MM MN MO MP MQ MR MS MT MU MV MW
  MX MY MZ NA NC NE NF NG NI NL NO NP NR NU NZ OM PA PE PF PG PH PK PL PM PN PR PS PT PW PY QA RE RO RS RU RW SA SB SC
  SD SE SG SH SI SJ SK SL SM SN SO SR SS ST SV SX SY SZ TC TD TF TG TH TJ TK TL TM TN TO TR TT TV TW TZ UA UG UM US UY
  UZ VA VC VE VG VI VN VU WF WS YE YT ZA ZM ZW`.split(/\s+/);

const names = new Map<string, { id: string; label: string }[]>();
/** Every country by its name in the reader's language, in the order of that language. */
function countriesFor({ locale }: Reader): { id: string; label: string }[] {
  let known = names.get(locale);
  if (!known) {
    const name = new Intl.DisplayNames(locale, { type: 'region' });
    const { compare } = new Intl.Collator(locale);
    known = codes.map((id) => ({ id, label: name.of(id) ?? id })).sort((a, b) => compare(a.label, b.label));
    names.set(locale, known);
  }
  return known;
}
const nameOf = (code: string, reader: Reader): string =>
  countriesFor(reader).find(({ id }) => id === code)?.label ?? code;

const countryOf = z.strictObject({ kind: z.literal('country') });
export const country: FieldKindOf<z.infer<typeof countryOf>> & { schema: typeof countryOf } = {
  schema: countryOf,
  called: (_, reader) => fieldsSays(reader).kindCountry,
  missing: (_, reader) => fieldsSays(reader).chooseCountry,
  read: (_, raw, reader) => (codes.includes(String(raw)) ? ok(String(raw)) : refuse(fieldsSays(reader).chooseCountry)),
  show: (_, value, reader) => nameOf(String(value), reader),
  brief: (_, value, reader) => nameOf(String(value), reader),
  input: (_of, _role, reader) => ({ kind: 'oneChoice', choices: countriesFor(reader) }),
  columns: textColumns,
  found: () => [],
  holds: holdsNothing,
};
