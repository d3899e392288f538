// A drawing on screen as an SVG file of its own, or as a PNG.

import { xmlText } from '@vernal-slope/plan/fields';

/** Properties of style that a drawing of ours uses, and what they are when nobody says. */
const STYLES: Readonly<Record<string, string>> = {
  fill: 'rgb(0, 0, 0)',
  'fill-opacity': '1',
  stroke: 'none',
  'stroke-opacity': '1',
  'stroke-width': '1px',
  'stroke-dasharray': 'none',
  'stroke-linecap': 'butt',
  'stroke-linejoin': 'miter',
  'stop-color': 'rgb(0, 0, 0)',
  opacity: '1',
  'paint-order': 'normal',
  'text-anchor': 'start',
  visibility: 'visible',
};
const TEXT_STYLES = ['font-family', 'font-size', 'font-weight'] as const;

const SVG = 'http://www.w3.org/2000/svg';

/** Writes what the page's style sheets say of every element into the copy itself. */
function inline(from: Element, to: Element): void {
  const style = getComputedStyle(from);
  // what the parent has is handed down; only what differs need be said
  const above = from.parentElement instanceof SVGElement ? getComputedStyle(from.parentElement) : undefined;
  for (const [name, usual] of Object.entries(STYLES)) {
    const value = style.getPropertyValue(name);
    if (value !== usual || (above && above.getPropertyValue(name) !== usual)) to.setAttribute(name, value);
  }
  if (from.tagName === 'text') for (const name of TEXT_STYLES) to.setAttribute(name, style.getPropertyValue(name));
  for (let k = 0; k < from.children.length; k++) inline(from.children[k], to.children[k]);
  for (const { name } of [...to.attributes])
    if (name === 'class' || name === 'tabindex' || name === 'role' || name.startsWith('data-'))
      to.removeAttribute(name);
}

/** Lines of text that lie over the drawing as HTML, at their places. */
function words(holder: HTMLElement, svg: SVGElement): SVGTextElement[] {
  const base = svg.getBoundingClientRect();
  const found: SVGTextElement[] = [];
  const walker = document.createTreeWalker(holder, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = node.textContent?.replace(/\s+/g, ' ').trim();
    const parent = node.parentElement;
    if (!text || !parent || svg.contains(parent) || parent.closest('.no-picture, .visually-hidden')) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    const box = range.getBoundingClientRect();
    if (box.width === 0) continue;
    const style = getComputedStyle(parent);
    const element = document.createElementNS(SVG, 'text');
    element.setAttribute('x', (box.left - base.left).toFixed(1));
    element.setAttribute('y', (box.top - base.top + 0.76 * box.height).toFixed(1));
    element.setAttribute('font-family', style.fontFamily);
    element.setAttribute('font-size', style.fontSize);
    element.setAttribute('font-weight', style.fontWeight);
    element.setAttribute('fill', style.color);
    element.textContent = text;
    found.push(element);
  }
  return found;
}

/** The drawing as the text of an SVG file: styles inside, names in place, a title for readers. */
export function svgText(holder: HTMLElement, svg: SVGSVGElement, title: string): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  inline(svg, copy);
  // handles are for the pointer, not for paper
  [...svg.querySelectorAll('*')]
    .flatMap((element, k) => (element.matches('[data-drag]') ? [copy.querySelectorAll('*')[k]] : []))
    .forEach((element) => element.remove());
  copy.setAttribute('xmlns', SVG);
  copy.removeAttribute('aria-hidden');
  const named = document.createElementNS(SVG, 'title');
  named.textContent = title;
  const paper = document.createElementNS(SVG, 'rect');
  paper.setAttribute('width', '100%');
  paper.setAttribute('height', '100%');
  paper.setAttribute('fill', getComputedStyle(document.body).backgroundColor);
  copy.prepend(named, paper);
  copy.append(...words(holder, svg));
  return `<?xml version="1.0" encoding="UTF-8"?>\n${xmlText(new XMLSerializer().serializeToString(copy))}\n`;
}

/** The text of an SVG drawn as a PNG, at twice its size. */
export async function pngOf(text: string, width: number, height: number): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [2 * width, 2 * height];
  const context = canvas.getContext('2d');
  if (!context) throw new Error('no canvas');
  context.scale(2, 2);
  context.drawImage(image, 0, 0, width, height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('no picture'))), 'image/png'),
  );
}
