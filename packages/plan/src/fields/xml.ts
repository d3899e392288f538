// Text that goes into XML: SVG, GPX.
/** Signs that XML 1.0 has no place for. */
const NO_XML = /[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu;
/** Text without what would break an XML file: control signs, halves of pairs. */
export const xmlText = (text: string): string => text.replace(NO_XML, '');
