// Formulas set in type for the PDF: fractions over each other, roots, what is raised and lowered.
import { childrenOf, formulaText, mathTree, type MathNode } from '../write/index.ts';
import { oneFamily, textWidth } from './fonts.ts';
import { drawWord, INK, type Paper } from './text.ts';

interface Box {
  readonly width: number;
  /** Over and under its base line. */
  readonly up: number;
  readonly down: number;
  readonly draw: (paper: Paper, x: number, y: number) => void;
}

const EMPTY: Box = { width: 0, up: 0, down: 0, draw: () => undefined };
const space = (width: number): Box => ({ ...EMPTY, width });

function word(text: string, size: number): Box {
  if (text === '') return EMPTY;
  const family = oneFamily(text, 'text');
  return {
    width: textWidth(text, family, size),
    up: size * 0.72,
    down: size * 0.22,
    draw: (paper, x, y) => drawWord(paper, { text, family, size, bold: false, color: INK }, x, y),
  };
}

function row(boxes: readonly Box[], between = 0): Box {
  const shown = boxes.filter((b) => b.width > 0);
  if (shown.length === 0) return EMPTY;
  return {
    width: shown.reduce((w, b) => w + b.width, 0) + between * (shown.length - 1),
    up: Math.max(...shown.map((b) => b.up)),
    down: Math.max(...shown.map((b) => b.down)),
    draw: (paper, x, y) => {
      let at = x;
      for (const b of shown) {
        b.draw(paper, at, y);
        at += b.width + between;
      }
    },
  };
}

const stroke = (paper: Paper, points: readonly (readonly [number, number])[]): void => {
  points.forEach(([x, y], k) => (k === 0 ? paper.moveTo(x, y) : paper.lineTo(x, y)));
  paper.lineWidth(0.5).strokeColor(INK).stroke();
};

function shifted(base: Box, by: readonly { box: Box; rise: number }[]): Box {
  const wide = Math.max(...by.map((b) => b.box.width));
  return {
    width: base.width + wide + 0.6,
    up: Math.max(base.up, ...by.map((b) => b.rise + b.box.up)),
    down: Math.max(base.down, ...by.map((b) => b.box.down - b.rise)),
    draw: (paper, x, y) => {
      base.draw(paper, x, y);
      for (const b of by) b.box.draw(paper, x + base.width + 0.4, y - b.rise);
    },
  };
}

/** A bracket as tall as what it holds. */
function tall(sign: string, size: number, up: number, down: number): Box {
  const grow = Math.min(3, Math.max(1, (up + down) / (size * 0.94)));
  const box = word(sign, size * grow);
  const lift = grow > 1.05 ? (up - down) / 2 - size * grow * 0.25 : 0;
  return {
    ...box,
    up: Math.max(box.up + lift, up),
    down: Math.max(box.down - lift, down),
    draw: (paper, x, y) => box.draw(paper, x, y - lift),
  };
}

function fraction(top: Box, under: Box, size: number): Box {
  const width = Math.max(top.width, under.width) + size * 0.3;
  const axis = size * 0.26;
  return {
    width: width + size * 0.16,
    up: axis + 1.6 + top.down + top.up,
    down: under.up + under.down + 1.6 - axis,
    draw: (paper, x, y) => {
      const at = x + size * 0.08;
      top.draw(paper, at + (width - top.width) / 2, y - axis - 1.6 - top.down);
      stroke(paper, [
        [at, y - axis],
        [at + width, y - axis],
      ]);
      under.draw(paper, at + (width - under.width) / 2, y - axis + 1.6 + under.up);
    },
  };
}

function root(inner: Box, size: number): Box {
  const hook = size * 0.5;
  return {
    width: inner.width + hook + 1,
    up: inner.up + 1.8,
    down: inner.down,
    draw: (paper, x, y) => {
      stroke(paper, [
        [x, y - size * 0.2],
        [x + hook * 0.3, y - size * 0.26],
        [x + hook * 0.6, y + inner.down * 0.8],
        [x + hook, y - inner.up - 1],
        [x + hook + inner.width + 1, y - inner.up - 1],
      ]);
      inner.draw(paper, x + hook + 0.5, y);
    },
  };
}

function stacked(rows: readonly Box[], size: number): Box {
  const height = rows.reduce((h, r) => h + r.up + r.down + 2, 0);
  return {
    width: Math.max(0, ...rows.map((r) => r.width)),
    up: height / 2 + size * 0.26,
    down: height / 2 - size * 0.26,
    draw: (paper, x, y) => {
      let at = y - height / 2 - size * 0.26;
      for (const r of rows) {
        r.draw(paper, x, at + r.up);
        at += r.up + r.down + 2;
      }
    },
  };
}

function boxOf(node: MathNode, size: number): Box {
  const children = childrenOf(node);
  const small = size * 0.72;
  switch (node.nodeName) {
    case 'mi':
    case 'mn':
      return word((node.textContent ?? '').trim(), size);
    case 'mtext':
      return (node.textContent ?? '').trim() === '' ? space(size * 0.22) : word((node.textContent ?? '').trim(), size);
    case 'mspace':
      return space(size * 0.22);
    case 'mo': {
      const sign = (node.textContent ?? '').trim();
      const shown = sign === '⋅' ? '·' : sign;
      if (shown === ',') return row([word(shown, size), space(size * 0.2)]);
      return /^[=+−≤≥<>≈·×±]$/.test(shown)
        ? row([space(size * 0.18), word(shown, size), space(size * 0.18)])
        : word(shown, size);
    }
    case 'mfrac':
      return fraction(boxOf(children[0], size * 0.92), boxOf(children[1], size * 0.92), size);
    case 'msqrt':
      return root(rowOf(children, size), size);
    case 'msub':
    case 'munder':
      return shifted(boxOf(children[0], size), [{ box: boxOf(children[1], small), rise: -size * 0.2 }]);
    case 'msup': {
      const base = boxOf(children[0], size);
      return shifted(base, [{ box: boxOf(children[1], small), rise: Math.max(size * 0.36, base.up - size * 0.32) }]);
    }
    case 'msubsup':
    case 'munderover':
      return shifted(boxOf(children[0], size), [
        { box: boxOf(children[1], small), rise: -size * 0.24 },
        { box: boxOf(children[2], small), rise: size * 0.42 },
      ]);
    case 'mover': {
      const base = boxOf(children[0], size);
      return {
        ...base,
        up: base.up + 1.6,
        draw: (paper, x, y) => {
          base.draw(paper, x, y);
          stroke(paper, [
            [x + 0.4, y - base.up - 0.4],
            [x + base.width - 0.4, y - base.up - 0.4],
          ]);
        },
      };
    }
    case 'mtable':
      return stacked(
        children.map((r) =>
          row(
            childrenOf(r).map((cell) => boxOf(cell, size)),
            size,
          ),
        ),
        size,
      );
    case 'semantics':
      return boxOf(children[0], size);
    default:
      return rowOf(children, size);
  }
}

/** A row, its brackets as tall as what they hold. */
function rowOf(children: readonly MathNode[], size: number): Box {
  const fence = (n: MathNode): boolean => n.nodeName === 'mo' && /^[()[\]{}⌈⌉|]$/.test((n.textContent ?? '').trim());
  const boxes = children.map((c) => (fence(c) ? undefined : boxOf(c, size)));
  const [up, down] = [Math.max(0, ...boxes.map((b) => b?.up ?? 0)), Math.max(0, ...boxes.map((b) => b?.down ?? 0))];
  return row(children.map((c, k) => boxes[k] ?? tall((c.textContent ?? '').trim(), size, up, down)));
}

/** A formula is made no smaller than this share of its size. */
const SMALLEST = 0.6;

/**
 * A formula with its size, points; `draw` takes its top left corner.
 * @param most width that it may have; a wider one is made smaller
 * @returns undefined where it cannot be read, or would be too small to be
 */
export function formulaBox(
  tex: string,
  size: number,
  most: number,
): { height: number; draw: (paper: Paper, x: number, y: number) => void } | undefined {
  const tree = mathTree(tex);
  if (!tree) return undefined;
  const box = boxOf(tree, size);
  const share = Math.min(1, most / box.width);
  if (share < SMALLEST) return undefined;
  return {
    height: (box.up + box.down + 1) * share,
    draw: (paper, x, y) => {
      if (share === 1) return box.draw(paper, x, y + box.up + 0.5);
      paper.save();
      paper.translate(x, y).scale(share);
      box.draw(paper, 0, box.up + 0.5);
      paper.restore();
    },
  };
}

/** A symbol as stretches of text, what is lowered or raised by itself; for a formula too high for a line, its plain text. */
export function symbolPieces(tex: string): { text: string; at?: 'sub' | 'sup' }[] {
  const tree = mathTree(tex);
  const list: { text: string; at?: 'sub' | 'sup' }[] = [];
  const walk = (node: MathNode, at?: 'sub' | 'sup'): boolean => {
    const children = childrenOf(node);
    switch (node.nodeName) {
      case 'mi':
      case 'mn':
      case 'mo':
      case 'mtext':
        list.push({ text: (node.textContent ?? '').trim(), ...(at ? { at } : {}) });
        return true;
      case 'msub':
        return walk(children[0], at) && walk(children[1], 'sub');
      case 'msup':
        return walk(children[0], at) && walk(children[1], 'sup');
      case 'mover':
        return walk(children[0], at);
      case 'semantics':
        return walk(children[0], at);
      case 'mfrac':
      case 'msqrt':
      case 'msubsup':
      case 'mtable':
        return false;
      default:
        return children.every((c) => walk(c, at));
    }
  };
  return tree && walk(tree) ? list : [{ text: formulaText(tex) }];
}
