/** Purpose: the input that draws each kind. The compiler holds the table complete. */
import type { Component } from 'vue';
import type { FieldInput } from '../../../core/fields';
import AgreementInput from './AgreementInput.vue';
import CodeInput from './CodeInput.vue';
import ColourInput from './ColourInput.vue';
import DateInput from './DateInput.vue';
import DateRangeInput from './DateRangeInput.vue';
import ImageChoiceInput from './ImageChoiceInput.vue';
import MailInput from './MailInput.vue';
import NumberInput from './NumberInput.vue';
import OneChoiceInput from './OneChoiceInput.vue';
import PasswordInput from './PasswordInput.vue';
import PictureInput from './PictureInput.vue';
import SeveralChoicesInput from './SeveralChoicesInput.vue';
import TextInput from './TextInput.vue';
import YesNoInput from './YesNoInput.vue';

export const inputParts = {
  text: TextInput,
  mail: MailInput,
  password: PasswordInput,
  number: NumberInput,
  date: DateInput,
  dateRange: DateRangeInput,
  colour: ColourInput,
  yesNo: YesNoInput,
  oneChoice: OneChoiceInput,
  severalChoices: SeveralChoicesInput,
  imageChoice: ImageChoiceInput,
  picture: PictureInput,
  agreement: AgreementInput,
  code: CodeInput,
  /** What asks nothing stands in the form by itself. */
  heading: null,
  words: null,
  page: null,
} as const satisfies Record<FieldInput['kind'] | 'code', Component | null>;
