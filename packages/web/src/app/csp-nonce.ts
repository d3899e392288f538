// The component library writes <style> elements at run time; the content policy lets in only those that carry
// the page's nonce. Runs before anything else makes an element.
const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce;

if (nonce) {
  const createElement = Document.prototype.createElement;
  Document.prototype.createElement = function (this: Document, name: string, options?: ElementCreationOptions) {
    const element = createElement.call(this, name, options);
    if (element instanceof HTMLStyleElement) element.nonce = nonce;
    return element;
  } as typeof document.createElement;
}
