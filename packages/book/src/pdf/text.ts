// Text on paper: stretches of one font, broken into lines of a width, drawn with what is quoted dotted under.
import { whole, type Align, type Runs } from '../model/index.ts';
import { stretchesOf, textWidth, type Family, type Use } from './fonts.ts';

/** The document that is drawn on, as far as it is used here. */
export type Paper = PDFKit.PDFDocument;

export interface Style {
  readonly size: number;
  readonly use?: Use;
  readonly bold?: boolean;
  readonly color?: string;
}

interface Word {
  readonly text: string;
  readonly family: Family;
  readonly size: number;
  readonly bold: boolean;
  readonly color: string;
  readonly width: number;
  /** Over the base line, points: what is raised. */
  readonly rise: number;
  /** Dotted under. */
  readonly worked: boolean;
  /** Destination that it leads to. */
  readonly to?: string;
}
/** A space stands before it, which a line may be broken at. */
interface Token {
  readonly words: Word[];
  readonly space: number;
}

export const INK = '#111111';
export const QUIET = '#444444';
export const BLUE = '#2f6f95';
/** Height of a line, of the size of its type. */
const LEADING = 1.24;

const wordsOf = (text: string, style: Style, more: Partial<Pick<Word, 'rise' | 'worked' | 'to'>> = {}): Word[] =>
  stretchesOf(text, style.use ?? 'text').map((s) => ({
    text: s.text,
    family: s.family,
    size: style.size,
    bold: style.bold ?? false,
    color: style.color ?? INK,
    width: textWidth(s.text, s.family, style.size, style.bold),
    rise: 0,
    worked: false,
    ...more,
  }));

/** Text that may be broken at its spaces, and within a word that is wider than a line. */
export class Flow {
  private readonly tokens: Token[] = [];
  private open = false;

  add(text: string, style: Style, more: Partial<Pick<Word, 'rise' | 'worked' | 'to'>> = {}): this {
    const space = textWidth(
      ' ',
      style.use === 'figure' ? 'Figure' : style.use === 'head' ? 'Head' : 'Text',
      style.size,
      style.bold,
    );
    const parts = text.replace(/[\r\n\t]+/g, ' ').split(' ');
    parts.forEach((part, k) => {
      if (k > 0) this.open = false;
      if (part === '') return;
      const words = wordsOf(part, style, more);
      const last = this.tokens.at(-1);
      if (this.open && last) last.words.push(...words);
      else this.tokens.push({ words, space: this.tokens.length === 0 ? 0 : space });
      this.open = true;
    });
    return this;
  }

  /** The number of a working, raised. */
  ref(number: number, size: number): this {
    return this.add(`\u200A${number}`, { size: size * 0.68, color: BLUE }, { rise: size * 0.34, to: `w${number}` });
  }

  /** As wide as it is on one line. */
  get width(): number {
    return this.tokens.reduce((sum, t, k) => sum + (k > 0 ? t.space : 0) + widthOf(t.words), 0);
  }
  /** As wide as its widest word. */
  get least(): number {
    return this.tokens.reduce((most, t) => Math.max(most, widthOf(t.words)), 0);
  }

  lines(width: number): Word[][] {
    const lines: Word[][] = [];
    let line: Word[] = [];
    let used = 0;
    const end = (): void => {
      lines.push(line);
      line = [];
      used = 0;
    };
    for (const token of this.tokens) {
      const wide = widthOf(token.words);
      if (used > 0 && used + token.space + wide > width + 0.01) end();
      if (used > 0) {
        const { family, size, bold, color } = token.words[0];
        const before = line[line.length - 1];
        // what is quoted is dotted under as one stretch
        line.push({
          text: ' ',
          family,
          size,
          bold,
          color,
          width: token.space,
          rise: 0,
          worked: before.worked && token.words[0].worked,
        });
        used += token.space;
      }
      for (const word of token.words) {
        if (used + word.width <= width + 0.01) {
          line.push(word);
          used += word.width;
          continue;
        }
        // a word that has no room on any line is broken where the line ends
        let rest = word.text;
        while (rest !== '') {
          let k = 0;
          let wideHere = 0;
          for (const char of rest) {
            const w = textWidth(char, word.family, word.size, word.bold);
            if (used + wideHere + w > width + 0.01 && (k > 0 || used > 0)) break;
            wideHere += w;
            k += char.length;
          }
          if (k > 0) {
            line.push({ ...word, text: rest.slice(0, k), width: wideHere });
            used += wideHere;
            rest = rest.slice(k);
          }
          if (rest !== '') end();
        }
      }
    }
    if (line.length > 0 || lines.length === 0) lines.push(line);
    return lines;
  }
}

const widthOf = (words: readonly Word[]): number => words.reduce((sum, w) => sum + w.width, 0);

export function flowOf(runs: Runs, style: Style): Flow {
  const flow = new Flow();
  for (const r of whole(runs)) {
    const own: Style = {
      size: style.size,
      use: style.use,
      bold: (style.bold ?? false) || r.strong === true,
      color: r.muted ? '#555555' : style.color,
    };
    const worked = { worked: r.working !== undefined };
    // the unit of a figure is a word
    const [, number, unit] = (r.figure && /^([^\u00A0]*)(\u00A0.*)?$/s.exec(r.text)) || [];
    if (number === undefined) flow.add(r.text, own, worked);
    else {
      flow.add(number, { ...own, use: 'figure' }, worked);
      if (unit) flow.add(unit, own, worked);
    }
    if (r.working !== undefined) flow.ref(r.working, style.size);
  }
  return flow;
}
export const plainFlow = (text: string, style: Style): Flow => new Flow().add(text, style);

export interface Set {
  readonly height: number;
  readonly draw: (paper: Paper, x: number, y: number) => void;
}

/** One word or stretch at its base line. */
export function drawWord(
  paper: Paper,
  w: Pick<Word, 'text' | 'family' | 'size' | 'bold' | 'color'>,
  x: number,
  base: number,
): void {
  paper
    .font(w.bold ? `${w.family}-bold` : w.family)
    .fontSize(w.size)
    .fillColor(w.color)
    .text(w.text, x, base, { lineBreak: false, baseline: 'alphabetic' });
}

/** Neighbours of one look as one stretch. */
function merged(line: readonly Word[]): Word[] {
  const list: Word[] = [];
  for (const word of line) {
    const last = list.at(-1);
    if (
      last &&
      last.family === word.family &&
      last.size === word.size &&
      last.bold === word.bold &&
      last.color === word.color &&
      last.rise === word.rise &&
      last.worked === word.worked &&
      last.to === word.to
    )
      list[list.length - 1] = { ...last, text: last.text + word.text, width: last.width + word.width };
    else list.push(word);
  }
  return list;
}

/** Text set in lines of a width. */
export function setText(flow: Flow, width: number, size: number, align: Align = 'left'): Set {
  const lines = flow.lines(width);
  const each = size * LEADING;
  return {
    height: lines.length * each,
    draw: (paper, x, y) => {
      lines.forEach((line, k) => {
        const wide = widthOf(line);
        let at = align === 'right' ? x + width - wide : align === 'middle' ? x + (width - wide) / 2 : x;
        const base = y + k * each + size * 0.94;
        for (const word of merged(line)) {
          if (word.text !== ' ') drawWord(paper, word, at, base - word.rise);
          if (word.worked)
            paper
              .moveTo(at, base + 2)
              .lineTo(at + word.width, base + 2)
              .lineWidth(0.5)
              .dash(0.6, { space: 1.2 })
              .strokeColor(BLUE)
              .stroke()
              .undash();
          if (word.to) paper.goTo(at - 1, base - size, word.width + 2, size * 1.2, word.to);
          at += word.width;
        }
      });
    },
  };
}
