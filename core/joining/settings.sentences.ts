/** Gates as their owner reads them where a path is set up. */
import { sentences } from '../kernel';

export const settingsSay = sentences({
  gateConfirm: 'Confirm email',
  gateReview: 'Review',
  gatePayment: 'Payment',
  gateProfile: 'Complete profile',
  offersLevels: 'offers {levels}',
  codeFor: 'code lasts {span}',
  thenClosed: '{span}, then closed',
  thenAsked: '{span}, then asked again',
  thenThrough: '{span}, then let through',
  sweptThen: '{span}, then swept',
});
