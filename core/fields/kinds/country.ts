/** Purpose: the kind of field that holds a country, as its code of ISO 3166-1 alpha-2. */
import { z } from 'zod';
import { ok, refuse } from '../../kernel/result';
import type { Reader } from '../../kernel/sentences';
import { fieldsSays } from '../fields.sentences';
import { holdsNothing, noLimits, type FieldKindOf } from './kind';

const codes =
  `ad ae af ag ai al am ao aq ar as at au aw ax az ba bb bd be bf bg bh bi bj bl bm bn bo bq br bs bt bv bw by bz ca cc
  cd cf cg ch ci ck cl cm cn co cr cu cv cw cx cy cz de dj dk dm do dz ec ee eg eh er es et fi fj fk fm fo fr ga gb gd
  ge gf gg gh gi gl gm gn gp gq gr gs gt gu gw gy hk hm hn hr ht hu id ie il im in io iq ir is it je jm jo jp ke kg kh
  ki km kn kp kr kw ky kz la lb lc li lk lr ls lt lu lv ly ma mc md me mf mg mh mk ml mm mn mo mp mq mr ms mt mu mv mw
  mx my mz na nc ne nf ng ni nl no np nr nu nz om pa pe pf pg ph pk pl pm pn pr ps pt pw py qa re ro rs ru rw sa sb sc
  sd se sg sh si sj sk sl sm sn so sr ss st sv sx sy sz tc td tf tg th tj tk tl tm tn to tr tt tv tw tz ua ug um us uy
  uz va vc ve vg vi vn vu wf ws ye yt za zm zw`
    .toUpperCase()
    .split(/\s+/);

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
  title: (reader) => fieldsSays(reader).kindCountry,
  begin: () => ({ kind: 'country' }),
  facet: () => ({ is: 'choice', ids: codes, choices: countriesFor }),
  sample: () => 'GB',
  limits: noLimits,
  called: (_, reader) => fieldsSays(reader).kindCountry,
  missing: (_, reader) => fieldsSays(reader).chooseCountry,
  read: (_, raw, reader) => (codes.includes(String(raw)) ? ok(String(raw)) : refuse(fieldsSays(reader).chooseCountry)),
  show: (_, value, reader) => nameOf(String(value), reader),
  brief: (_, value, reader) => nameOf(String(value), reader),
  input: (_of, _role, reader) => ({ kind: 'oneChoice', choices: countriesFor(reader) }),
  found: () => [],
  holds: holdsNothing,
};
