/**
 * Where dialogs and drawers are put. Inside of the page's own root, since antd would lock the body's scrolling by a style
 * without a nonce, which the content policy refuses; the body does not scroll.
 */
export function onPage(): HTMLElement {
  return document.getElementById('root') ?? document.body;
}
