// Commands on parts: a chain taken, a wall measured, what is bought, in the shed, and what it costs.
import { changePlan, type Command } from '../edit/index.ts';
import type { Plan } from '../schema/index.ts';
import type { OverflowPipeEntry, ShopEntry } from '../fields/index.ts';
import { isVessel } from '../kinds/index.ts';
import { keepChain, type KeptAt } from './kept.ts';

/** Takes a chain where two things meet; without parts, the shortest is counted again. */
export const takeChain = (at: KeptAt, ids: readonly string[] | undefined, label: string): Command =>
  changePlan(label, (plan) => {
    keepChain(plan, at, ids);
  });

/** Thickness of a vessel's or a bed's wall, mm; none takes it out. */
export const setWall = (id: string, wallMm: number | undefined): Command =>
  changePlan('thickness of the wall', (plan) => {
    const node = plan.nodes.find((n) => n.id === id);
    if (!node || !(isVessel(node) || node.kind === 'bed')) return;
    if (wallMm === undefined) delete node.wallMm;
    else node.wallMm = wallMm;
  });

export const changeShop = (label: string, change: (shop: ShopEntry) => void): Command =>
  changePlan(label, (plan) => {
    const shop: ShopEntry = plan.shop ?? {};
    change(shop);
    plan.shop = shop;
  });

export const setBought = (id: string, bought: boolean): Command =>
  changeShop(bought ? 'bought' : 'not bought', (shop) => {
    const rest = (shop.bought ?? []).filter((b) => b !== id);
    shop.bought = bought ? [...rest, id] : rest;
  });

/** So much of it lies in the shed: pieces, or metres of a pipe. */
export const setShed = (id: string, count: number): Command =>
  changeShop('in the shed', (shop) => {
    const rest = (shop.shed ?? []).filter((s) => s.part !== id);
    shop.shed = count > 0 ? [...rest, { part: id, count }] : rest;
  });

/** Lengths that a pipe is sold in there, m; none: the usual ones. */
export const setStock = (pipe: string, lengthsM: readonly number[]): Command =>
  changeShop('lengths as sold', (shop) => {
    const rest = (shop.stock ?? []).filter((s) => s.pipe !== pipe);
    shop.stock = lengthsM.length > 0 ? [...rest, { pipe, lengthsM: [...lengthsM] }] : rest;
  });

const priced = (plan: Plan): NonNullable<Plan['prices']> => (plan.prices ??= {});

/** What one of a part costs; none takes the price out. */
export const setPartPrice = (part: string, each: number | undefined): Command =>
  changePlan('price of a part', (plan) => {
    const prices = priced(plan);
    const rest = (prices.parts ?? []).filter((p) => p.part !== part);
    prices.parts = each === undefined ? rest : [...rest, { part, each }];
  });

/** What a metre of a pipe costs. */
export const setPipePrice = (pipe: string, perM: number | undefined): Command =>
  changePlan('price of pipe', (plan) => {
    const prices = priced(plan);
    const rest = (prices.pipes ?? []).filter((p) => p.pipe !== pipe);
    prices.pipes = perM === undefined ? rest : [...rest, { pipe, perM }];
  });

/** What a whole length of a pipe costs, m; none takes the price out. */
export const setLengthPrice = (pipe: string, lengthM: number, each: number | undefined): Command =>
  changePlan('price of a length', (plan) => {
    const prices = priced(plan);
    const rest = (prices.lengths ?? []).filter((l) => l.pipe !== pipe || Math.abs(l.lengthM - lengthM) > 1e-3);
    prices.lengths = each === undefined ? rest : [...rest, { pipe, lengthM, each }];
  });

/** An overflow that is there already, or that a pipe leads away. */
export const setOverflow = (
  id: string,
  change: Partial<Pick<OverflowPipeEntry, 'end' | 'lead'>>,
  label: string,
): Command =>
  changePlan(label, (plan) => {
    const node = plan.nodes.find((n) => n.id === id);
    if (!node || !isVessel(node) || !node.overflowPipe) return;
    const { end, lead, ...rest } = { ...node.overflowPipe, ...change };
    node.overflowPipe = { ...rest, ...(end ? { end } : {}), ...(lead ? { lead } : {}) };
  });

/** Many prices at once, as a list brings them. */
export const takePrices = (
  rows: readonly { readonly id: string; readonly price: number; readonly pipe: boolean }[],
): Command =>
  changePlan(`${rows.length} prices`, (plan) => {
    for (const r of rows) (r.pipe ? setPipePrice(r.id, r.price) : setPartPrice(r.id, r.price)).recipe(plan);
  });

/** What a pipe of one's own figures ends in. */
export const setPipeEnd = (
  boreMm: number,
  end: { system: string; size: string; gender: 'male' | 'female' | 'none' } | undefined,
): Command =>
  changePlan('what a pipe ends in', (plan) => {
    for (const line of plan.lines)
      for (const leg of line.legs)
        if (typeof leg.pipe !== 'string' && leg.pipe.insideDiameterMm === boreMm) {
          if (end) leg.pipe.end = end;
          else delete leg.pipe.end;
        }
  });
