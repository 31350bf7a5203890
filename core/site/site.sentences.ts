/** What is wrong with the settings of a site. */
import { sentences } from '../kernel';

export const siteSays = sentences({
  colour: 'Write a colour as # and six of 0–9, A–F.',
  mark: 'A mark holds path data only.',
  picture: 'A picture of a logo is brought in as a file.',
  zone: 'That is no time zone. Use a name such as Europe/London.',
  locale: 'That is no language. Use a tag such as en-GB.',
  currency: 'Write a currency in three capitals, such as GBP.',
});
