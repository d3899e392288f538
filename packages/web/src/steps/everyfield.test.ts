// @vitest-environment happy-dom
// Every field of every step, on plans that are in order: a figure a little off the one that stands there is taken. It sees
// limits in the wrong unit, fields that edit nothing, and figures that are read in another unit than they are shown in.
import { DOMWrapper } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h, nextTick, Suspense } from 'vue';
import type { UnitSystem } from '@vernal-slope/display/quantities';
import { useSettings } from '../display/settings.ts';
import { demoPlan, mountOnPage } from '../testing/page.ts';
import NeedPage from './need/NeedPage.vue';
import OutletsPage from './outlets/OutletsPage.vue';
import StandPage from './stand/StandPage.vue';
import StorePage from './store/StorePage.vue';
import WalkPage from './walk/WalkPage.vue';
import WaterPage from './water/WaterPage.vue';

/** Slow answers never come here: nothing that is entered may wait for them. */
class NoWorker extends EventTarget {
  postMessage(): void {
    // nobody answers
  }
  terminate(): void {
    // nothing runs
  }
}
beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('Worker', NoWorker);
  vi.stubGlobal('fetch', () => new Promise(() => undefined));
});
afterEach(() => {
  vi.unstubAllGlobals();
  document.body.innerHTML = '';
});

/** A figure near another: heights above datum by a hand, warmth by a degree, all else by two in a hundred. */
function near(label: string, now: number): string {
  if (/above datum/.test(label)) return String(now + 0.1);
  if (/°/.test(label)) return String(now + 1);
  return now === 0 ? '0.001' : String(Number((now * 1.02).toPrecision(6)));
}

const PAGES = {
  water: WaterPage,
  need: NeedPage,
  store: StorePage,
  walk: WalkPage,
  stand: StandPage,
  outlets: OutletsPage,
};
const figure = (text: string): number => Number(text.replace('−', '-').replace(/,/g, ''));

async function tryAll(
  name: keyof typeof PAGES,
  plan: Parameters<typeof demoPlan>[0],
  chosen: string,
  units: UnitSystem,
  bench?: string,
) {
  const on = mountOnPage(demoPlan(plan), () => h(Suspense, null, { default: () => h(PAGES[name]) }), name);
  useSettings().units = units;
  on.page.picked.value = chosen;
  await nextTick();
  await nextTick();
  if (bench) {
    await on.view.find(`[data-test="bench-${bench}"]`).trigger('click');
    await nextTick();
  }
  const wrong: string[] = [];
  const tried: string[] = [];
  const root = on.view.element.parentElement as Element;
  const fields = (): HTMLInputElement[] => [...root.querySelectorAll<HTMLInputElement>('.quantity input')];
  const labels = fields().map((field, k) => ({ label: field.getAttribute('aria-label') ?? '', k }));
  for (const { label, k } of labels) {
    const field = fields().at(k);
    if (field?.getAttribute('aria-label') !== label) continue;
    const input = new DOMWrapper(field);
    const was = input.element.value;
    const now = figure(was);
    if (was === '' || !Number.isFinite(now)) continue;
    const next = near(label, now);
    const before = on.plan.value;
    await input.setValue(next);
    await input.trigger('blur');
    await nextTick();
    // a height on which a walk hangs asks what moves with it
    const asks = on.view.find('[data-test=move-leg]');
    if (asks.exists()) {
      await asks.trigger('click');
      await nextTick();
    }
    tried.push(label);
    const said = input.element.closest('.quantity')?.querySelector('[role=alert]')?.textContent;
    if (said) wrong.push(`${label}: ${was} to ${next}: ${said}`);
    else if (on.plan.value === before && now !== 0) wrong.push(`${label}: ${was} to ${next} changed nothing`);
  }
  on.view.unmount();
  return { tried, wrong };
}

describe.each<UnitSystem>(['metric', 'us'])('in %s units every field takes a figure near its own', (units) => {
  it.each<[keyof typeof PAGES, Parameters<typeof demoPlan>[0], string, number, string?]>([
    ['water', 'ousel-bank', '', 38],
    ['water', 'kestrel-croft', '', 42],
    ['water', 'long-fell-hut', '', 37],
    ['need', 'ousel-bank', '', 4],
    ['store', 'ousel-bank', '', 10],
    ['store', 'kestrel-croft', '', 10],
    ['walk', 'ousel-bank', 'low', 18],
    ['stand', 'ousel-bank', 'sink', 14],
    ['stand', 'kestrel-croft', '', 14],
    ['outlets', 'ousel-bank', 'low', 8],
    ['outlets', 'ousel-bank', 'low', 14, 'places'],
    ['outlets', 'ousel-bank', 'kitchen', 4, 'places'],
    ['outlets', 'ousel-bank', 'sink', 4, 'places'],
    ['outlets', 'bakehouse-yard', 'goats', 10],
    ['outlets', 'bakehouse-yard', 'shower', 2, 'cabin-tank'],
    ['outlets', 'bakehouse-yard', '', 8, 'treatment'],
    ['outlets', 'bakehouse-yard', '', 4, 'tote-tote'],
    ['outlets', 'bakehouse-yard', '', 6, 'rail'],
    ['outlets', 'bakehouse-yard', '', 6, 'drain'],
  ])('%s of %s (%s)', async (name, plan, chosen, least, bench) => {
    const { tried, wrong } = await tryAll(name, plan, chosen, units, bench);
    expect(wrong).toEqual([]);
    expect(tried.length).toBeGreaterThanOrEqual(least);
  });
});
