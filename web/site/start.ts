/**
 * The first script of a page: lets it be seen before anything else is done. What takes the page over is fetched
 * meanwhile; running it sooner would keep a slow phone from showing what it has.
 */
import './site.css';

// Where the line fails the page stays as the server sent it: whole, its forms plain ones.
requestAnimationFrame(() => setTimeout(() => void import('./main').catch(() => undefined)));
