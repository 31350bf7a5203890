export { AfterSending, AnyForm, choosesLater, HookOfForm, LetterOfForm, PurposeOfForm, pathOfForm } from './items';
export { addressFault, shutBecause } from './entrance';
export { followUpsFor, isAudience, isFollowUp, type FollowUp } from './followUps';
export { placesSay } from './forms.sentences';
export { rulesOfForm } from './rules';
export { formKinds } from './setup';
