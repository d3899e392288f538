// @vitest-environment happy-dom
// No page leaks a unit that the person does not think in: all that is written, hinted and labelled, in both systems.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h, nextTick, Suspense } from 'vue';
import { ANIMAL_ROWS, findAnimal } from '@vernal-slope/plan/catalogue';
import { PRESETS } from '@vernal-slope/plan/edit';
import type { UnitSystem } from '@vernal-slope/display/quantities';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../display/settings.ts';
import { demoPlan, mountOnPage } from '../testing/page.ts';
import NeedPage from './need/NeedPage.vue';
import OutletsPage from './outlets/OutletsPage.vue';
import PipePage from './pipe/PipePage.vue';
import StandPage from './stand/StandPage.vue';
import StorePage from './store/StorePage.vue';
import WalkPage from './walk/WalkPage.vue';
import WaterPage from './water/WaterPage.vue';

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('fetch', () => new Promise(() => undefined));
});
afterEach(() => {
  vi.unstubAllGlobals();
  document.body.innerHTML = '';
});

/** A figure with a unit of the other system, or its words. What a pipe, a board or a fitting is called is its name. */
const METRIC =
  /(?:\d|½|¼|¾)\s*(?:mm|cm|km|m|mL|L|kPa|MPa|kN|kg|m²|m³|°C|L\/min|L\/s|litres?|metres?|tonnes?)(?![\w/²³-])|\b(?:litres?|metres?|tonnes?|kilograms?|kilopascals?)\b/i;
const US =
  /(?:\d|½|¼|¾)\s*(?:ft|in|US gal|gal|psi|psf|lb|lbf|ft²|ft³|°F|gpm|mph)(?![\w/²³-])|\b(?:feet|foot|inch(?:es)?|gallons?|pounds?)\b/i;
/** Names of things that are sold by the other system's sizes, and published tables. */
const NAMES =
  /its feet|at foot|\d:\d\d in |¾ in|½ in|1¼ in|1½ in|\d+(?:[-¼½¾ ]\d*\/?\d*)? in\b.*(?:pipe|PE|ASTM)|ASTM|ISO|SIDR|\d in, |× ?\d+ mm/;

const PAGES = {
  water: WaterPage,
  need: NeedPage,
  store: StorePage,
  walk: WalkPage,
  stand: StandPage,
  pipe: PipePage,
  outlets: OutletsPage,
};

function texts(root: Element): string[] {
  const found: string[] = [];
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  // a figure and its unit may stand in elements beside each other
  for (let node = walker.nextNode(); node; node = walker.nextNode()) found.push(node.textContent ?? '');
  for (const e of root.querySelectorAll('*'))
    for (const name of ['title', 'placeholder', 'aria-label', 'alt']) found.push(e.getAttribute(name) ?? '');
  return found.map((t) => t.replace(/\s+/g, ' ').trim()).filter(Boolean);
}

describe.each<[UnitSystem, RegExp]>([
  ['us', METRIC],
  ['metric', US],
])('in %s units', (units, other) => {
  it.each<[keyof typeof PAGES, Parameters<typeof demoPlan>[0], string]>([
    ['water', 'ousel-bank', ''],
    ['water', 'kestrel-croft', ''],
    ['water', 'long-fell-hut', ''],
    ['need', 'ousel-bank', ''],
    ['store', 'ousel-bank', ''],
    ['store', 'kestrel-croft', ''],
    ['walk', 'ousel-bank', 'low'],
    ['stand', 'ousel-bank', 'sink'],
    ['stand', 'kestrel-croft', ''],
    ['pipe', 'ousel-bank', 'low'],
    ['outlets', 'ousel-bank', 'low'],
    ['outlets', 'ousel-bank', 'kitchen'],
  ])('%s of %s (%s) says nothing in the others', async (name, plan, chosen) => {
    const on = mountOnPage(demoPlan(plan), () => h(Suspense, null, { default: () => h(PAGES[name]) }), name);
    useSettings().units = units;
    on.page.picked.value = chosen;
    for (let k = 0; k < 5; k++) await nextTick();
    const leaks = texts(on.view.element.parentElement as Element).filter((t) => other.test(t) && !NAMES.test(t));
    on.view.unmount();
    expect([...new Set(leaks)]).toEqual([]);
  });
  it('every bench of a yard with all kinds of them', async () => {
    const on = mountOnPage(
      demoPlan('bakehouse-yard'),
      () => h(Suspense, null, { default: () => h(OutletsPage) }),
      'outlets',
    );
    useSettings().units = units;
    for (let k = 0; k < 5; k++) await nextTick();
    const tabs = on.view.findAll('.benches > [data-test^="bench-"]').map((t) => t.attributes('data-test') ?? '');
    expect(tabs.length).toBeGreaterThanOrEqual(7);
    for (const tab of tabs) {
      await on.view.find(`[data-test="${tab}"]`).trigger('click');
      for (let k = 0; k < 5; k++) await nextTick();
      const leaks = texts(on.view.element.parentElement as Element).filter((t) => other.test(t) && !NAMES.test(t));
      expect([...new Set(leaks)], tab).toEqual([]);
    }
    on.view.unmount();
  });
  it.each(Object.keys(PAGES) as (keyof typeof PAGES)[])(
    '%s of an empty plan, and of a tank by a table',
    async (name) => {
      const empty = { format: 'vernal-slope/plan' as const, version: 1 as const, title: 'Mine', nodes: [], lines: [] };
      const demo = demoPlan('ousel-bank');
      const shape = { type: 'table' as const, levelsM: [0, 0.5, 1.5], volumesL: [0, 1000, 4000] };
      const table = {
        ...demo,
        nodes: demo.nodes.map((n) => (n.id === 'hill' && n.kind === 'tank' ? { ...n, shape } : n)),
      };
      for (const plan of [empty, table]) {
        const on = mountOnPage(plan, () => h(Suspense, null, { default: () => h(PAGES[name]) }), name);
        useSettings().units = units;
        for (let k = 0; k < 5; k++) await nextTick();
        const leaks = texts(on.view.element.parentElement as Element).filter((t) => other.test(t) && !NAMES.test(t));
        on.view.unmount();
        expect([...new Set(leaks)]).toEqual([]);
      }
    },
  );
  it('every class of animal at a trough: its name, where its figure comes from, what is asked', async () => {
    const demo = demoPlan('ousel-bank');
    const CLASSES_AT_ONCE = 10;
    for (let k = 0; k < ANIMAL_ROWS.length; k += CLASSES_AT_ONCE) {
      // more than the table says, so that the note of it is shown too
      const herds = ANIMAL_ROWS.slice(k, k + CLASSES_AT_ONCE).map((row) => ({
        class: row.id,
        count: 3,
        litresPerHeadPerDay: 2 * row.high,
        visits: [],
      }));
      const nodes = demo.nodes.map((n) => (n.kind === 'trough' ? { ...n, herds } : n));
      const on = mountOnPage({ ...demo, nodes }, () => h(NeedPage), 'need');
      useSettings().units = units;
      await nextTick();
      const leaks = texts(on.view.element.parentElement as Element).filter((t) => other.test(t) && !NAMES.test(t));
      expect([...new Set(leaks)], herds.map((x) => x.class).join(', ')).toEqual([]);
      for (const herd of herds)
        expect(on.view.html()).toContain(quoted(findAnimal(herd.class)?.source ?? '', units).slice(0, 12));
      on.view.unmount();
    }
  }, 60_000);
  it('what is taken for a new place is told in them', () => {
    for (const p of PRESETS) expect(other.test(p.note[units]), `${p.label}: ${p.note[units]}`).toBe(false);
  });
});
