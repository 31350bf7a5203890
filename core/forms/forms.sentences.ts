/** Who may send a form, and when, as people read it. Owners' own lines for these stand under `gates`, beside the path's. */
import { sentences } from '../kernel';

export const formsSays = sentences(
  {
    opensOn: 'This form opens on {date}.',
    closedOn: 'This form closed on {date}.',
    onlyAddresses: 'This form takes addresses of {domains} only.',
    notThatAddress: 'This form takes no addresses of {domain}. Use another one.',
  },
  'gates',
);

/** Beside the lines of the server's own catalogue of that name, where owners may have put it in other words. */
export const placesSay = sentences({ allPlacesTaken: 'All places are taken.' }, 'joining');
