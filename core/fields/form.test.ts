import { describe, expect, it } from 'vitest';
import { place, quillmoor } from '../../tests/support/quillmoor';

import { mailKey, passwordFault, readAnswer, readForm, readMail, showValue, type RawForm } from './index';
import type { AnyForm } from '../forms';

const form: AnyForm = quillmoor.forms.get('join-quillmoor')!;
const right: RawForm = {
  'full-name': '  Perrin   Oake ',
  mail: 'Perrin@Oake.example',
  password: 'moss lantern heather',
  'apiary-postcode': 'qm4 7tb',
  'colonies-kept': '3',
  'years-keeping': '4',
  'heard-of-us': 'market-stall',
  rules: true,
  topics: ['apiary-news', 'never-heard-of'],
};
const faultsOf = (change: RawForm) => {
  const read = readForm(form, quillmoor, { ...right, ...change });
  return read.ok ? [] : read.refusal.map((fault) => `${fault.at}: ${fault.says}`);
};

describe('a whole form', () => {
  it('becomes stored values: tidied, typed, nothing that was not asked', () => {
    const read = readForm(form, quillmoor, { ...right, 'shadow-field': 'x' });
    expect(read).toEqual({
      ok: true,
      value: {
        name: 'Perrin Oake',
        mail: 'Perrin@Oake.example',
        password: 'moss lantern heather',
        fields: {
          'apiary-postcode': 'QM4 7TB',
          'colonies-kept': 3,
          'years-keeping': 4,
          'heard-of-us': 'market-stall',
          rules: 3,
        },
        topics: ['apiary-news'],
      },
    });
  });

  it('leaves out what need not be answered and was not', () => {
    const read = readForm(form, quillmoor, { ...right, 'heard-of-us': null, topics: undefined });
    expect(read.ok && read.value.fields).not.toHaveProperty('heard-of-us');
    expect(read.ok && read.value.topics).toEqual([]);
  });

  it('tells every fault at once, in the order of the form', () => {
    expect(
      faultsOf({
        'full-name': '',
        mail: 'perrin@oake',
        password: '',
        'apiary-postcode': 'moor',
        'colonies-kept': '-3',
        'years-keeping': '',
        'heard-of-us': 'by owl',
        rules: false,
      }),
    ).toEqual([
      'full-name: This is needed.',
      'mail: That address has no ending, such as .org.',
      'password: Choose a password.',
      'apiary-postcode: That does not look right. Write it like QM4 7TB.',
      'colonies-kept: 0 is the least that can be right here.',
      'years-keeping: Write a number, 0 if there are none.',
      'heard-of-us: Choose one of the answers offered.',
      'rules: Tick the box to agree; without it we cannot take you in.',
    ]);
  });

  it.each<[string, RawForm]>([
    ['a name without letters', { 'full-name': '12 34' }],
    ['a name of one letter', { 'full-name': 'P' }],
    ['a number in words', { 'colonies-kept': 'three' }],
    ['half a colony', { 'colonies-kept': '2.5' }],
    ['too many years', { 'years-keeping': '91' }],
    ['a list where a number belongs', { 'years-keeping': ['4'] }],
    ['an agreement in words', { rules: 'yes' }],
    ['an agreement to an earlier text', { rules: 2 }],
    ['a number for a password', { password: 1234567890 }],
  ])('refuses %s', (_, change) => {
    expect(faultsOf(change)).toHaveLength(1);
  });

  it('takes names as people have them', () => {
    for (const name of [
      'Li Wu',
      'Åse Ødegård',
      'Mary-Jane O’Hara',
      '李 小龍',
      'Ingrid Strauß',
      'J. R. Oake',
      'Dr. Ann Oake',
    ])
      expect(faultsOf({ 'full-name': name })).toEqual([]);
  });

  it('takes no name that a letter would carry as a link', () => {
    for (const name of [
      'honey.example',
      'Win at www.honey.example',
      'https://honey.example',
      'Perrin perrin@oake.example',
    ])
      expect(faultsOf({ 'full-name': name }), name).toEqual([
        'full-name: That reads like an address. Write your name alone, with a space after each full stop.',
      ]);
  });

  it('keeps nothing that cannot be seen, but the joiners some scripts are written with', () => {
    const nameOf = (typed: string) => {
      const read = readForm(form, quillmoor, { ...right, 'full-name': typed });
      return read.ok ? read.value.name : read.refusal;
    };
    expect(nameOf('Per\u200Brin \u202Eekao\u202C\u2066 Oake\uFEFF')).toBe('Perrin ekao Oake');
    expect(nameOf('Per\u200Drin Oa\u00ADke')).toBe('Perrin Oake');
    expect(nameOf('علی\u200Cرضا کریمی')).toBe('علی\u200Cرضا کریمی');
  });
});

describe('mail addresses', () => {
  it('are one by their canonical form, however they are spelled', () => {
    const one = mailKey('ida.marrowby@mail.example');
    for (const spelled of [
      ' Ida.Marrowby@MAIL.example ',
      'ｉda.marrowby@mail.example',
      'ida\u00AD.marrowby@mail.example',
      'ida\u200B.marrowby@mail.example',
    ])
      expect(mailKey(spelled)).toBe(one);
    expect(mailKey('ída.marrowby@mail.example')).not.toBe(one);
    expect(readMail('perrin\u200B@oake.example', place)).toEqual({ ok: true, value: 'perrin@oake.example' });
  });

  it.each([
    ['', 'Write your address, as name@place.org.'],
    ['perrin', 'That address has no @. Write it as name@place.org.'],
    ['@oake.example', 'Something is missing before the @.'],
    ['perrin@', 'Something is missing after the @.'],
    ['perrin@oake', 'That address has no ending, such as .org.'],
    ['perrin oake@oake.example', 'A mail address has no spaces.'],
    ['perrin..oake@oake.example', 'That is not a mail address. Write it as name@place.org.'],
    ['perrin@-oake.example', 'That is not a mail address. Write it as name@place.org.'],
    ['perrin@oake.example\nBcc: all@oake.example', 'A mail address has no spaces.'],
    [`${'a'.repeat(65)}@oake.example`, 'That is not a mail address. Write it as name@place.org.'],
    [`perrin@${'a.'.repeat(100)}example`, 'That address is too long; 190 characters are the most.'],
  ])('refuses “%s”', (raw, says) => {
    expect(readMail(raw, place)).toEqual({ ok: false, refusal: says });
  });

  it.each(["o'hara+bees@oake.example", 'a@b.co', 'x_y.z@sub.place.example'])('takes %s', (raw) => {
    expect(readMail(raw, place)).toEqual({ ok: true, value: raw });
  });

  it('are the same whatever their capitals', () => {
    expect(mailKey(' Perrin@OAKE.example ')).toBe('perrin@oake.example');
  });
});

describe('passwords', () => {
  it('are counted in characters as people see them, and have a longest', () => {
    expect(passwordFault('ninechars', place)).toBe(
      'Too short: 9 of 10 characters. Three unusual words make a good one.',
    );
    expect(passwordFault('🐝🐝🐝🐝🐝🐝🐝🐝🐝🐝', place)).toBeNull();
    expect(passwordFault('a'.repeat(129), place)).toBe('Too long: 128 characters are the most.');
  });
});

describe('single kinds', () => {
  it('long text keeps its lines and drops what surrounds it', () => {
    const field = { label: 'Notes', of: { kind: 'longText', longest: 20 } as const };
    expect(readAnswer(field, ' one\r\ntwo ', false, place)).toEqual({ ok: true, value: 'one\ntwo' });
    expect(readAnswer(field, 'a'.repeat(21), false, place)).toEqual({
      ok: false,
      refusal: 'There is room for 20 characters; this has 21.',
    });
  });

  it('phone numbers lose their ornaments', () => {
    const field = { label: 'Swarm phone', of: { kind: 'phone' } as const };
    expect(readAnswer(field, '(01632) 960-001', false, place)).toEqual({ ok: true, value: '01632 960 001' });
    expect(readAnswer(field, 'ring the hut', false, place).ok).toBe(false);
  });

  it('several choices are each once and all offered', () => {
    const interests = quillmoor.fields.get('interests')!;
    expect(readAnswer(interests, ['planting', 'planting'], false, place)).toEqual({ ok: true, value: ['planting'] });
    expect(readAnswer(interests, ['planting', 'flying'], false, place).ok).toBe(false);
    expect(readAnswer(interests, [], true, place)).toEqual({ ok: false, refusal: 'Choose an answer.' });
  });

  it('control characters and private marks do not get in', () => {
    const name = quillmoor.fields.get('full-name')!;
    expect(readAnswer(name, 'Perrin\u0000\uE000\uD800Oake', true, place)).toEqual({ ok: true, value: 'Perrin Oake' });
  });

  it('are shown as people read them', () => {
    const show = (id: string, value: never) => showValue(quillmoor.fields.get(id)!.of, value, place);
    expect(show('colonies-kept', 1 as never)).toBe('1 colony');
    expect(show('colonies-kept', 1200 as never)).toBe('1,200 colonies');
    expect(show('heard-of-us', 'swarm' as never)).toBe('You came for a swarm');
    expect(show('heard-of-us', 'retired-choice' as never)).toBe('retired-choice');
    expect(show('interests', ['queen-rearing', 'pollen', 'planting'] as never)).toBe(
      'Queen rearing, Pollen under the microscope and Planting for bees',
    );
    expect(showValue({ kind: 'yesNo' }, true, place)).toBe('yes');
  });
});
