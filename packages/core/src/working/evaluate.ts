// Puts a working's figures into its rule and works it out again, from the TeX itself: whether a rule that is shown is
// the rule that was used.
import type { Working } from './working.ts';

type Parsed = number;

/** What a rule of TeX is made of here: numbers, + − · and nothing (a product), \frac, \sqrt, \min, \max, \lceil, powers. */
class Reader {
  #at = 0;
  readonly #text: string;
  readonly #terms: ReadonlyMap<string, number>;

  constructor(text: string, terms: ReadonlyMap<string, number>) {
    this.#text = text;
    this.#terms = terms;
  }

  /** The whole text as one sum. @throws where it is more than that */
  whole(): Parsed {
    const value = this.#sum();
    this.#space();
    if (this.#at < this.#text.length) throw new Error(`cannot read “${this.#text.slice(this.#at, this.#at + 24)}”`);
    return value;
  }
  #space(): void {
    while (/^(\s|\\,|\\;|\\quad|\\left(?![a-z])|\\right(?![a-z])|\\textstyle|\\displaystyle)/.test(this.#rest()))
      this.#at += /^(\s|\\,|\\;|\\quad|\\left|\\right|\\textstyle|\\displaystyle)/.exec(this.#rest())?.[0].length ?? 1;
  }
  #rest(): string {
    return this.#text.slice(this.#at);
  }
  #take(what: string): boolean {
    this.#space();
    if (!this.#rest().startsWith(what)) return false;
    this.#at += what.length;
    return true;
  }
  #must(what: string): void {
    if (!this.#take(what)) throw new Error(`“${what}” is missing before “${this.#rest().slice(0, 24)}”`);
  }
  #sum(): Parsed {
    this.#space();
    let value = this.#take('-') ? -this.#product() : this.#product();
    for (;;) {
      if (this.#take('+')) value += this.#product();
      else if (this.#take('-')) value -= this.#product();
      else return value;
    }
  }
  #product(): Parsed {
    let value = this.#power();
    for (;;) {
      if (this.#take('\\cdot') || this.#take('*')) value *= this.#power();
      else if (this.#take('/')) value /= this.#power();
      else if (this.#begins()) value *= this.#power();
      else return value;
    }
  }
  /** Something that can stand beside a factor without a sign. */
  #begins(): boolean {
    this.#space();
    return /^(\{\{|\(|\{|\d|\\frac|\\dfrac|\\tfrac|\\sqrt|\\min|\\max|\\pi|\\lceil|\\ln|\\sin|\\cos|\\tan)/.test(
      this.#rest(),
    );
  }
  #power(): Parsed {
    const base = this.#factor();
    if (!this.#take('^')) return base;
    return base ** (this.#take('{') ? this.#closed('}') : this.#digit());
  }
  #digit(): Parsed {
    const digit = /^\d/.exec(this.#rest())?.[0];
    if (digit === undefined) throw new Error(`no exponent in “${this.#rest().slice(0, 24)}”`);
    this.#at += 1;
    return Number(digit);
  }
  #closed(by: string): Parsed {
    const value = this.#sum();
    this.#must(by);
    return value;
  }
  #factor(): Parsed {
    this.#space();
    const rest = this.#rest();
    const term = /^\{\{(\w+)\}\}/.exec(rest);
    if (term) {
      this.#at += term[0].length;
      const value = this.#terms.get(term[1]);
      if (value === undefined) throw new Error(`no term ${term[1]}`);
      return value;
    }
    const number = /^(\d+(\.\d+)?(e[-+]?\d+)?)/.exec(rest);
    if (number) {
      this.#at += number[0].length;
      return Number(number[0]);
    }
    for (const fraction of ['\\dfrac', '\\tfrac', '\\frac'])
      if (this.#take(fraction)) {
        this.#must('{');
        const above = this.#closed('}');
        this.#must('{');
        return above / this.#closed('}');
      }
    if (this.#take('\\sqrt')) {
      this.#must('{');
      return Math.sqrt(this.#closed('}'));
    }
    for (const [name, of] of [
      ['\\min', Math.min],
      ['\\max', Math.max],
    ] as const)
      if (this.#take(name)) {
        this.#must('(');
        const values = [this.#sum()];
        while (this.#take(',')) values.push(this.#sum());
        this.#must(')');
        return of(...values);
      }
    for (const [name, of] of [
      ['\\ln', Math.log],
      ['\\sin', Math.sin],
      ['\\cos', Math.cos],
      ['\\tan', Math.tan],
    ] as const)
      if (this.#take(name)) return of(this.#power());
    // as the figures are rounded up: not by the last digits of a sum
    if (this.#take('\\lceil')) return Math.ceil(this.#closed('\\rceil') - 1e-9);
    if (this.#take('\\pi')) return Math.PI;
    if (this.#take('(')) return this.#closed(')');
    if (this.#take('{')) return this.#closed('}');
    throw new Error(`cannot read “${rest.slice(0, 24)}”`);
  }
}

/**
 * What a working's rule gives with its figures put in, SI. Of an equation the side that has the figures is worked out.
 * @throws Error where the rule is none that can be put in (an integral, a root on both sides)
 */
export function ruleValue(w: Working): number {
  const terms = new Map(w.terms.map((t) => [t.key, t.value]));
  const sides = w.rule.split('=').filter((side) => side.includes('{{') || !w.rule.includes('='));
  if (sides.length !== 1) throw new Error(`the rule ${w.rule} has figures on ${sides.length} sides`);
  return new Reader(sides[0], terms).whole();
}
