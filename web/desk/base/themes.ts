/** Purpose: the tokens as Vuetify themes: the desk by day, by night, and the mount. */
import type { ThemeDefinition } from 'vuetify';

const variables = {
  // What cannot be changed by whoever looks is read by them all the same.
  'disabled-opacity': 0.72,
  'border-color': '#15302D',
  'border-opacity': 0.18,
  'high-emphasis-opacity': 1,
  'medium-emphasis-opacity': 1,
};

const desk: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#EDF0EB',
    surface: '#FBFCFA',
    primary: '#1B3936',
    'on-primary': '#F1F5F0',
    secondary: '#4B5F5B',
    success: '#3E6527',
    error: '#9E3624',
    info: '#33558A',
    warning: '#E5C437',
    'on-warning': '#15302D',
    field: '#FFFFFF',
    edge: '#7E8D88',
    'on-background': '#15302D',
    'on-surface': '#15302D',
  },
  variables,
};
const deskDark: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#0F1D1B',
    surface: '#172826',
    primary: '#BFD8CF',
    'on-primary': '#0F1D1B',
    secondary: '#A3B5AF',
    success: '#9CC77E',
    error: '#EE9683',
    info: '#98B5E6',
    warning: '#E5C437',
    'on-warning': '#15302D',
    field: '#0F1D1B',
    edge: '#6E837D',
    'on-background': '#E6EDE7',
    'on-surface': '#E6EDE7',
  },
  variables: { ...variables, 'border-color': '#E6EDE7' },
};
const mount: ThemeDefinition = {
  dark: true,
  colors: {
    ...desk.colors,
    background: '#1B3936',
    surface: '#244843',
    primary: '#F1F5F0',
    'on-primary': '#15302D',
    secondary: '#A9C2BA',
    field: '#244843',
    edge: '#7D9E97',
    'on-background': '#F1F5F0',
    'on-surface': '#F1F5F0',
  },
  variables: { ...variables, 'border-color': '#F1F5F0' },
};

export const themes = { desk, deskDark, mount };
