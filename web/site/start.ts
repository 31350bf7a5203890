/**
 * The first script of a page: lets it be seen before anything else is done. What takes the page over is fetched
 * meanwhile, the whole style sheet with it; running it sooner would keep a slow phone from showing what it has.
 * The typefaces are said in the page alone: said again when they have come, they would change a page that is being read.
 */
import '../kit/fonts.css';

// Where the line fails the page stays as the server sent it: whole, its forms plain ones.
requestAnimationFrame(() => setTimeout(() => void import('./main').catch(() => undefined)));
