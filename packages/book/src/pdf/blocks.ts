// Blocks of the book as slabs of a width.
import { SEVERITY_WORD } from '@vernal-slope/display/sentences';
import { whole, type Block, type BlockOf, type Said } from '../model/index.ts';
import { FAINT, headingSlab, PAD, rule, TABLE, TEXT } from './common.ts';
import { drawingSlab } from './draw.ts';
import { gapOf, together, type Slab } from './slabs.ts';
import { tableSlabs } from './tables.ts';
import { flowOf, INK, plainFlow, QUIET, setText, type Paper } from './text.ts';
import { ruleSlabs, workingSlabs } from './worked.ts';

function pairsSlabs(block: BlockOf<'pairs'>, width: number): Slab[] {
  return [
    headingSlab(block.title, width),
    ...block.rows.map(([name, value]): Slab => {
      const right = flowOf(value, { size: TABLE });
      const wide = Math.min(right.width + 1, width * 0.6);
      const [a, b] = [
        setText(plainFlow(name, { size: TABLE }), width - wide - PAD, TABLE),
        setText(right, wide, TABLE, 'right'),
      ];
      const height = Math.max(a.height, b.height) + 3.4;
      return {
        height,
        draw: (paper, x, y) => {
          a.draw(paper, x, y + 1.8);
          b.draw(paper, x + width - wide, y + 1.8);
          rule(paper, x, y + height, width, 0.4, FAINT);
        },
      };
    }),
  ];
}

// words

function textSlab(block: BlockOf<'text'>, width: number): Slab {
  const size = block.small ? 8 : TEXT;
  const set = setText(flowOf(block.text, { size, ...(block.small ? { color: QUIET } : {}) }), width, size);
  return { height: set.height + 5, draw: (paper, x, y) => set.draw(paper, x, y + 1) };
}

function listSlabs(block: BlockOf<'list'>, width: number): Slab[] {
  return [
    ...block.items.map((item, k): Slab => {
      const set = setText(flowOf(item, { size: TEXT }), width - 14, TEXT);
      const mark = setText(plainFlow(block.numbered ? `${k + 1}.` : '–', { size: TEXT }), 12, TEXT);
      return {
        height: set.height + 2,
        draw: (paper, x, y) => {
          mark.draw(paper, x, y);
          set.draw(paper, x + 14, y);
        },
      };
    }),
    gapOf(4),
  ];
}

function checksSlabs(block: BlockOf<'checks'>, width: number): Slab[] {
  const BLANKS = { found: 84, by: 66 };
  return [
    ...(block.title ? [headingSlab(block.title, width)] : []),
    ...block.items.map((c): Slab => {
      const writes = c.found !== undefined;
      const room = width - 15 - (writes ? BLANKS.found + BLANKS.by + 12 : 0);
      const set = setText(flowOf(c.text, { size: 9 }), room, 9);
      const height = Math.max(set.height, writes ? 13 : 11) + 4;
      const blank = (paper: Paper, x: number, y: number, wide: number, unit: string): void => {
        rule(paper, x, y, wide, 0.6);
        setText(plainFlow(unit, { size: 7.5, color: QUIET }), wide - 1, 7.5, 'right').draw(paper, x, y - 10.5);
      };
      return {
        height,
        draw: (paper, x, y) => {
          paper
            .rect(x + 0.4, y + 1.5, 8.6, 8.6)
            .lineWidth(0.8)
            .strokeColor(INK)
            .stroke();
          if (c.done)
            paper
              .moveTo(x + 2, y + 6)
              .lineTo(x + 4.2, y + 8.6)
              .lineTo(x + 8, y + 3)
              .lineWidth(1.2)
              .stroke();
          set.draw(paper, x + 15, y + 0.6);
          if (c.found !== undefined) {
            blank(paper, x + width - BLANKS.found - BLANKS.by - 6, y + height - 3, BLANKS.found, c.found);
            blank(paper, x + width - BLANKS.by, y + height - 3, BLANKS.by, 'by, on');
          }
        },
      };
    }),
    gapOf(3),
  ];
}

/** A drop that is full, half, or hollow: good, fair, short. */
function drop(paper: Paper, severity: Said['severity'], x: number, y: number): void {
  const shape = (): void => {
    paper
      .moveTo(x + 3.4, y + 0.4)
      .bezierCurveTo(x + 4.8, y + 2.3, x + 5.9, y + 3.6, x + 5.9, y + 5)
      .bezierCurveTo(x + 5.9, y + 6.4, x + 4.8, y + 7.5, x + 3.4, y + 7.5)
      .bezierCurveTo(x + 2, y + 7.5, x + 0.9, y + 6.4, x + 0.9, y + 5)
      .bezierCurveTo(x + 0.9, y + 3.6, x + 2, y + 2.3, x + 3.4, y + 0.4)
      .closePath();
  };
  if (severity === 'ok') {
    shape();
    paper.fillColor(INK).fill();
  } else if (severity !== 'error') {
    paper.save();
    paper.rect(x, y + 5, 7, 4).clip();
    shape();
    paper.fillColor(INK).fill();
    paper.restore();
  }
  shape();
  paper.lineWidth(0.7).strokeColor(INK).stroke();
}

function saysSlabs(block: BlockOf<'says'>, width: number): Slab[] {
  return [
    headingSlab(block.title, width),
    ...block.said.map((s): Slab => {
      const set = setText(
        flowOf([{ text: `${SEVERITY_WORD[s.severity]}. `, strong: true }, ...whole(s.text)], { size: TABLE }),
        width - 11,
        TABLE,
      );
      return {
        height: set.height + 2.5,
        draw: (paper, x, y) => {
          drop(paper, s.severity, x, y + 1.2);
          set.draw(paper, x + 11, y);
        },
      };
    }),
  ];
}

/** What is beside each other, unless that were higher than a page. */
function sideSlabs(block: BlockOf<'side'>, width: number, body: number): Slab[] {
  const gap = 14;
  // sentences need more room than figures
  const shares = block.columns.map((c) => (c.some((b) => b.kind === 'says') ? 1.35 : 1));
  const one = (width - gap * (block.columns.length - 1)) / shares.reduce((a, b) => a + b, 0);
  const columns = block.columns.map((c, k) => together(c.flatMap((b) => slabsOf(b, one * shares[k], body))));
  const starts = shares.map((_, k) => shares.slice(0, k).reduce((x, share) => x + one * share + gap, 0));
  const height = Math.max(0, ...columns.map((c) => c.height));
  if (height > 0.6 * body) return block.columns.flatMap((c) => c.flatMap((b) => slabsOf(b, width, body)));
  return [
    {
      height: height + 4,
      draw: (paper, x, y) => columns.forEach((c, k) => c.draw(paper, x + starts[k], y)),
    },
  ];
}

const bound = (slabs: readonly Slab[], body: number): Slab[] =>
  slabs.reduce((sum, s) => sum + s.height, 0) <= 0.5 * body ? [together(slabs)] : [...slabs];

/** @param body height of a page's body: what is higher is broken */
export function slabsOf(block: Block, width: number, body: number): Slab[] {
  switch (block.kind) {
    case 'heading':
      return [headingSlab(block.text, width)];
    case 'text':
      return [textSlab(block, width)];
    case 'list':
      return listSlabs(block, width);
    case 'table':
      return tableSlabs(block, width);
    case 'pairs':
      return bound(pairsSlabs(block, width), body);
    case 'checks':
      return bound(checksSlabs(block, width), body);
    case 'drawing':
      return [drawingSlab(block, width)];
    case 'side':
      return sideSlabs(block, width, body);
    case 'says':
      return bound(saysSlabs(block, width), body);
    case 'rule':
      return ruleSlabs(block.rule, width);
    default:
      return bound(workingSlabs(block.working, width), body);
  }
}
