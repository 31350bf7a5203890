export { forPage } from './recode';
export { claimPictures } from './pictures';
export { picturesInForms } from './picture.routes';
