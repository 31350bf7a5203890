/**
 * Purpose: Vuetify as the house uses it: flat, square, without ripple, with our own few marks.
 */
import { createVuetify, type VuetifyOptions } from 'vuetify';
import { VSvgIcon } from 'vuetify/components/VIcon';

/** Strokes do not survive as fills, so the marks are drawn as outlines of 1.5 px strokes on 24 units. */
const marks = {
  dropdown: 'M5.5 9.1 6.6 8 12 13.4 17.4 8l1.1 1.1L12 15.6z',
  checkboxOn: 'M4 4h16v16H4zm6.4 12.1 7.2-8-1.3-1.2-5.9 6.6-2.7-2.8-1.3 1.2z',
  checkboxOff: 'M4 4h16v16H4zm1.5 1.5v13h13v-13z',
  checkboxIndeterminate: 'M4 4h16v16H4zm3 7.2v1.6h10v-1.6z',
  radioOn:
    'M12 4a8 8 0 1 0 0 16a8 8 0 1 0 0-16zm0 1.5a6.5 6.5 0 1 1 0 13a6.5 6.5 0 1 1 0-13zm0 2.8a3.7 3.7 0 1 0 0 7.4a3.7 3.7 0 1 0 0-7.4z',
  radioOff: 'M12 4a8 8 0 1 0 0 16a8 8 0 1 0 0-16zm0 1.5a6.5 6.5 0 1 1 0 13a6.5 6.5 0 1 1 0-13z',
  clear: 'M6.3 5.2 12 10.9l5.7-5.7 1.1 1.1-5.7 5.7 5.7 5.7-1.1 1.1-5.7-5.7-5.7 5.7-1.1-1.1 5.7-5.7-5.7-5.7z',
  prev: 'M14.9 5.5 16 6.6 10.6 12 16 17.4 14.9 18.5 8.4 12z',
  next: 'M9.1 5.5 8 6.6 13.4 12 8 17.4 9.1 18.5 15.6 12z',
  error: 'M6.3 5.2 12 10.9l5.7-5.7 1.1 1.1-5.7 5.7 5.7 5.7-1.1 1.1-5.7-5.7-5.7 5.7-1.1-1.1 5.7-5.7-5.7-5.7z',
} as const;

const aliases = Object.fromEntries(Object.entries(marks).map(([name, path]) => [name, `svg:${path}`]));

export function houseVuetify(theme: VuetifyOptions['theme']) {
  const menuProps = { contentClass: 'kit-choices', transition: false, elevation: 0 } as const;
  const field = { variant: 'outlined', density: 'compact', hideDetails: true, color: 'primary' } as const;
  return createVuetify({
    theme,
    icons: { defaultSet: 'own', aliases, sets: { own: { component: VSvgIcon } } },
    defaults: {
      global: { ripple: false },
      VTextField: field,
      VTextarea: { ...field, autoGrow: true, rows: 3 },
      VSelect: { ...field, menuProps },
      VMenu: { transition: false, elevation: 0 },
      VList: { density: 'compact', elevation: 0 },
      VAutocomplete: { ...field, menuIcon: '', menuProps },
      VTabs: { density: 'compact', color: undefined },
      VCheckbox: { density: 'compact', hideDetails: true, color: 'primary' },
      VRadioGroup: { density: 'compact', hideDetails: true, color: 'primary' },
    },
  });
}
