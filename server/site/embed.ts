/**
 * Purpose: a form within another site: the script that site takes in, and which addresses may be framed there.
 * How: the frame tells its height by `postMessage`, and nothing else; the script believes it from its own frame alone.
 */
import type { Request, Response } from 'express';

/** Plain enough for any browser, since it runs in pages that are not ours. */
const EMBED = `(function () {
  var script = document.currentScript;
  var from = new URL(script.src);
  var frame = document.createElement('iframe');
  frame.src = from.origin + '/embed/' + encodeURIComponent(script.getAttribute('data-form'));
  frame.title = script.getAttribute('data-title') || '';
  frame.style.cssText = 'display:block;width:100%;height:640px;border:0';
  script.parentNode.insertBefore(frame, script.nextSibling);
  window.addEventListener('message', function (event) {
    if (event.source !== frame.contentWindow || event.origin !== from.origin) return;
    var height = event.data && event.data.formHeight;
    if (typeof height === 'number' && height > 0 && height < 20000) frame.style.height = Math.ceil(height) + 'px';
  });
})();
`;

/** Pages that other sites may frame. */
export const isEmbedded = (path: string): boolean => path.startsWith('/embed/');

/** What another site takes in to show a form: a frame that fits its height. The only thing others may load. */
export function embedScript(_req: Request, res: Response): void {
  res.setHeader('Cross-Origin-Resource-Policy', 'cross-origin');
  res.setHeader('Cache-Control', 'public, max-age=3600');
  res.type('text/javascript').send(EMBED);
}
