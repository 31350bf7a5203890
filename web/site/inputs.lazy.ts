import type { App } from 'vue';
import 'vuetify/styles/core';
import '../kit/fields/fields.css';
import CodeInput from '../kit/fields/CodeInput.vue';
import FieldInput from '../kit/fields/FieldInput.vue';
import { houseVuetify } from '../kit/vuetify';

const installed = new WeakSet<App>();

export const inputs = {
  FieldInput,
  CodeInput,
  install(app: App): void {
    if (installed.has(app)) return;
    installed.add(app);
    // Colours come from the owner's style sheet, so that the strict content policy needs no exception.
    app.use(houseVuetify(false, 'comfortable'));
  },
};
