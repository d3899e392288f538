// Formulas: TeX to MathML for what shows it by itself, and to plain text on one line for what does not.
import { DOMParser } from '@xmldom/xmldom';
import katex from 'katex';

/** What xmldom gives of an element, as far as it is read here. */
export interface MathNode {
  readonly nodeName: string;
  readonly textContent: string | null;
  readonly childNodes: ArrayLike<MathNode>;
  readonly nodeType: number;
  readonly getAttribute?: (name: string) => string | null;
}

/** MathML of a formula. */
export const mathml = (tex: string): string => {
  const html = katex.renderToString(tex, { output: 'mathml', displayMode: false, throwOnError: false, strict: false });
  const math = /<math[\s\S]*<\/math>/.exec(html)?.[0] ?? '';
  // the TeX beside it is no use to who reads, and is read aloud by some
  return math.replace(/<annotation[\s\S]*?<\/annotation>/, '');
};

/** Elements below an element. */
export const childrenOf = (node: MathNode): MathNode[] =>
  Array.from(node.childNodes).filter((child) => child.nodeType === 1);

const trees = new Map<string, MathNode | undefined>();
/** So many formulas are kept: a book says the same symbols again and again. */
const KEPT = 2000;

/** The formula's tree; undefined where it cannot be read. */
export function mathTree(tex: string): MathNode | undefined {
  if (!trees.has(tex)) {
    if (trees.size >= KEPT) trees.clear();
    trees.set(tex, treeOf(tex));
  }
  return trees.get(tex);
}

function treeOf(tex: string): MathNode | undefined {
  const document = new DOMParser().parseFromString(mathml(tex).replace(/&nbsp;/g, '\u00A0'), 'text/xml');
  return (document.documentElement as unknown as MathNode | null) ?? undefined;
}

const RAISED: Readonly<Record<string, string>> = { '1': '¹', '2': '²', '3': '³' };

/** A formula on one line: "f · L / D · v² / (2 · g)". */
export function formulaText(tex: string): string {
  const tree = mathTree(tex);
  return tree ? flat(tree).replace(/\s+/g, ' ').trim() : tex;
}

const simple = (text: string): boolean => /^[\p{L}\p{N}.,_]+$/u.test(text.trim());
const bracketed = (text: string): string => (simple(text) ? text.trim() : `(${text.trim()})`);

/** A letter of a word: "water" is five of them, and no product. */
const upright = (n: MathNode): boolean =>
  n.nodeName === 'mi' && n.getAttribute?.('mathvariant') === 'normal' && (n.textContent ?? '').length === 1;

type Part = { readonly text: string; readonly is: 'value' | 'sign' | 'opens' | 'closes' | 'space' | 'function' };

function partOf(node: MathNode): Part {
  const text = (node.textContent ?? '').trim();
  if (node.nodeName === 'mo') {
    if (/^[([{⌈]$/.test(text)) return { text, is: 'opens' };
    if (/^[)\]}⌉]$/.test(text)) return { text, is: 'closes' };
    // what stands between a function and what it is of is seen by nobody
    if (text === '\u2061' || text === '') return { text: ' ', is: 'function' };
    return { text: text === '⋅' ? '·' : text, is: /^[∑∫∏]$/.test(text) ? 'function' : 'sign' };
  }
  if (node.nodeName === 'mspace' || (node.nodeName === 'mtext' && text === '')) return { text: '', is: 'space' };
  if (node.nodeName === 'mi' && text.length > 1) return { text, is: 'function' };
  const flatText = flat(node);
  return {
    text: flatText,
    is:
      /^[∑∫∏]/.test(flatText) || /^(min|max|ln|log|sin|cos|tan)_/.test(flatText)
        ? 'function'
        : flatText.trim() === ''
          ? 'space'
          : 'value',
  };
}

/** What stands side by side: values next to each other are multiplied, signs have room around them. */
function rowText(children: readonly MathNode[]): string {
  if (children.length > 0 && children.every(upright)) return children.map((c) => c.textContent ?? '').join('');
  let text = '';
  let before: Part['is'] = 'opens';
  let word = false;
  for (const child of children) {
    const part = partOf(child);
    if (part.is === 'space') continue;
    const letter = upright(child);
    const value = part.is === 'value' || part.is === 'opens' || part.is === 'function';
    if (part.is === 'sign')
      // a minus with nothing before it belongs to what follows
      text +=
        before === 'opens' || before === 'sign'
          ? part.text
          : /^[,;]$/.test(part.text)
            ? `${part.text} `
            : ` ${part.text} `;
    else if (value && (before === 'value' || before === 'closes') && !(word && letter)) text += ` · ${part.text}`;
    else if (before === 'function' && part.is === 'value' && part.text !== ' ') text += ` ${part.text}`;
    else text += part.text;
    before = part.is;
    word = letter;
  }
  return text;
}

function flat(node: MathNode): string {
  const children = childrenOf(node);
  switch (node.nodeName) {
    case 'mi':
    case 'mn':
    case 'mo':
      return (node.textContent ?? '').trim();
    case 'mtext':
      return (node.textContent ?? '').replace(/\u2009|\u2003|\u2002|\u00A0/g, ' ');
    case 'mspace':
      return ' ';
    case 'mfrac':
      return `${bracketed(flat(children[0]))} / ${bracketed(flat(children[1]))}`;
    case 'msqrt':
      return `√${bracketed(rowText(children))}`;
    case 'msub':
    case 'munder':
      return `${flat(children[0])}_${flat(children[1]).trim()}`;
    case 'msup': {
      const power = flat(children[1]).trim();
      return `${flat(children[0])}${RAISED[power] ?? `^${simple(power.replace('−', '')) ? power : `(${power})`}`}`;
    }
    case 'mover':
      return flat(children[0]);
    case 'msubsup':
    case 'munderover':
      return `${flat(children[0])}_${flat(children[1]).trim()}^${flat(children[2]).trim()}`;
    case 'mtr':
      return `${children.map(flat).join(' ')}; `;
    case 'semantics':
      return flat(children[0]);
    default:
      return rowText(children);
  }
}
