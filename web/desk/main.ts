/** The desk in a browser. */
import { PiniaColada } from '@pinia/colada';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import 'vuetify/styles/core';
import '../kit/fonts.css';
import '../kit/tokens.css';
import '../kit/fields/fields.css';
import '../kit/picture.css';
import './desk.css';
import DeskApp from './DeskApp.vue';
import { keepFocus } from '../kit/focus';
import { readerKey } from '../kit/reader';
import { houseVuetify } from '../kit/vuetify';
import { reader } from './base/reader';
import { areas } from './areas';
import { areasKey } from './base/area';
import { makeRouter } from './router';
import { darkNow } from './base/preferences';
import { themes } from './base/themes';

const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;
const vuetify = houseVuetify({
  defaultTheme: darkNow() ? 'deskDark' : 'desk',
  themes,
  cspNonce: nonce,
  utilities: false,
});

createApp(DeskApp)
  .use(createPinia())
  .use(PiniaColada, { queryOptions: { staleTime: 2_000, gcTime: 60_000 } })
  .use(makeRouter())
  .use(vuetify)
  .provide(readerKey, reader)
  .provide(areasKey, areas)
  .mount('#desk');
keepFocus();
