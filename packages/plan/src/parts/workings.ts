// Workings of the bill: how many of a part, how much pipe, what a narrow chain takes.
import { chainK } from '@vernal-slope/core/parts';
import { velocityHead } from '@vernal-slope/core/pipe';
import type { Term, Working } from '@vernal-slope/core/working';
import { metresOfMm } from '../compile/index.ts';
import { nameOfId } from '../topology/index.ts';
import type { Bill, PipeBill } from './bill.ts';
import type { Joint } from './joints.ts';

/** A joint in words: what is there, and where. */
const where = (bill: Bill, j: Joint): string => `${nameOfId(bill.plan, j.place)} (${j.kind})`;

/** How many of a part the chains take: one term for each place that takes it. */
export function itemWorking(bill: Bill, id: string): Working | undefined {
  const item = bill.items.find((i) => i.id === id);
  if (!item) return undefined;
  const terms = bill.joints.flatMap((j, k): Term[] => {
    const each = (j.chain?.links ?? []).filter((l) => l.part.id === id).length * j.count;
    return each === 0
      ? []
      : [
          {
            key: `n${k}`,
            tex: `n_{${k + 1}}`,
            name: where(bill, j),
            value: each,
            dimension: 'ratio',
            source: 'its chain',
          },
        ];
  });
  const sum = terms.reduce((s, t) => s + t.value, 0);
  if (terms.length === 0 || sum !== item.count) {
    const dimension = item.per === 'm' ? 'length' : item.per === 'm³' ? 'volume' : 'ratio';
    return {
      code: 'item',
      of: item.name,
      rule: '{{n}}',
      terms: [
        {
          key: 'n',
          tex: 'n',
          name: item.rule ?? item.note ?? 'what the plan takes',
          value: item.count,
          dimension,
          source:
            item.group === 'timber'
              ? 'list of the stand'
              : item.rule
                ? 'rule (common practice)'
                : 'counted in the plan',
        },
      ],
      result: { tex: 'N', value: item.count, dimension },
      source: 'Counted over the plan',
    };
  }
  return {
    code: 'item',
    of: item.name,
    rule: terms.map((t) => `{{${t.key}}}`).join(' + '),
    terms,
    result: { tex: 'N', value: sum, dimension: 'ratio' },
    source: 'Every place where two things meet, with the parts that join them',
  };
}

/** How much of a pipe is bought, and what is left of it. */
export function pipeWorking(bill: Bill, p: PipeBill): Working {
  const bought = p.stock.map((s, k): Term[] => [
    {
      key: `n${k}`,
      tex: `n_{${k + 1}}`,
      name: 'lengths bought',
      value: s.count,
      dimension: 'ratio',
      source: 'cut list: longest first, then a search for fewer',
    },
    {
      key: `l${k}`,
      tex: `\\ell_{${k + 1}}`,
      name: 'each',
      value: s.length,
      dimension: 'length',
      source: 'as it is sold',
    },
  ]);
  return {
    code: 'pipe-bought',
    of: p.name,
    rule: p.stock.map((_, k) => `{{n${k}}} \\cdot {{l${k}}}`).join(' + '),
    terms: bought.flat(),
    result: {
      tex: 'L',
      value: p.stock.reduce((sum, s) => sum + s.count * s.length, 0),
      dimension: 'length',
    },
    source: 'Runs of the plan out of lengths as sold',
    shares: {
      of: 'n0',
      dimension: 'length',
      parts: (bill.lengthOf.get(p.pipe) ?? []).map((r) => ({
        name: nameOfId(bill.plan, r.line),
        value: r.length,
        at: r.line,
      })),
    },
  };
}

/** What narrowing takes at a joint, at the flow of its line. */
export function narrowWorking(bill: Bill, j: Joint, flow: number): Working | undefined {
  if (!j.chain || j.boreMm === undefined) return undefined;
  const k = chainK(
    j.chain.links.map((l) => ({ boreMm: l.part.boreMm, k: 0 })),
    j.boreMm,
  );
  const head = velocityHead(flow, metresOfMm(j.boreMm));
  return {
    code: 'narrowing',
    of: where(bill, j),
    rule: '{{K}} \\cdot {{h}}',
    also: ['K = \\sum \\left(0.5\\,(1-\\beta^2) + (1-\\beta^2)^2\\right)\\,(D/d)^4'],
    terms: [
      {
        key: 'K',
        tex: 'K',
        name: 'contractions and expansions, on the pipe',
        value: k,
        dimension: 'ratio',
        source: 'bores of the catalogue of parts',
      },
      {
        key: 'h',
        tex: 'v^2/2g',
        name: 'velocity head in the pipe',
        value: head,
        dimension: 'length',
        source: 'flow of the plan as it runs',
      },
    ],
    result: { tex: 'h_K', value: k * head, dimension: 'length' },
    source: 'Crane TP-410, sudden contraction; Borda and Carnot, sudden expansion',
  };
}
