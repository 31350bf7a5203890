export { picturesApi, type PicturesPorts } from './pictures.api';
export { forPage } from './recode';
export { claimPictures, Pictures } from './pictures';
export { pictureRoute, picturesInForms } from './picture.routes';
