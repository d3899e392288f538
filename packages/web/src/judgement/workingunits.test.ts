// @vitest-environment happy-dom
// Every working that a demo plan opens, in both systems: but for the rule in SI, no figure in the other's units.
import { mount } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { expect, it } from 'vitest';
import { nextTick } from 'vue';
import { holdsInAnyUnits, type Working } from '@vernal-slope/core/working';
import { planBalance, spareWorking, tankStore, usableWorking } from '@vernal-slope/plan/budget';
import { compilePlan } from '@vernal-slope/plan/compile';
import { isStore } from '@vernal-slope/plan/kinds';
import {
  flowWorking,
  heightFor,
  heightWorking,
  legLossWorking,
  pressureWorking,
  solvePlan,
  speedWorking,
  stationWorking,
  staticWorking,
} from '@vernal-slope/plan/solve';
import { needWorking, standAnswer, tankNeeds } from '@vernal-slope/plan/stand';
import { useSettings } from '../display/settings.ts';
import { demoPlan } from '../testing/page.ts';
import WorkingDrawer from './WorkingDrawer.vue';

function all(): Working[] {
  const plan = demoPlan('ousel-bank');
  const c = compilePlan(plan);
  const result = solvePlan(c);
  const balance = planBalance(plan);
  const found: (Working | undefined)[] = [spareWorking(balance, 6)];
  for (const id of c.nodes.keys()) {
    const height = heightFor(c, id);
    found.push(pressureWorking(c, result, id), staticWorking(c, result, id), flowWorking(c, result, id));
    if (height) found.push(heightWorking(c, height));
  }
  for (const id of c.lines.keys())
    found.push(legLossWorking(c, result, id, 0), speedWorking(c, result, id, 0), stationWorking(c, result, id, 1));
  for (const row of [...balance.needs.rows, ...balance.needs.wished]) found.push(row.working);
  for (const node of plan.nodes.filter(isStore)) {
    const answer = standAnswer(plan, node);
    found.push(usableWorking('x', tankStore(plan, node, balance)), answer.weight.working, answer.concrete);
    found.push(...answer.checks.map((k) => k.working));
    for (const n of tankNeeds(plan, node.id).situations) found.push(needWorking(plan, node.id, n));
  }
  const deep = (w: Working): Working[] => [w, ...w.terms.flatMap((t) => (t.working ? deep(t.working) : []))];
  return found.filter((w) => w !== undefined).flatMap(deep);
}

const METRIC = /\d\s*(?:mm|cm|km|m|L|kPa|MPa|kN|kg|m²|m³|°C|L\/min|kg\/m³|m\/s|N·m|mm²)(?![\w/²³·])/;
const US = /\d\s*(?:ft|US gal|psi|psf|lb|lbf|ft²|ft³|in²|°F|mph|lb\/ft³|ft\/s)(?![\w/²³·])/;

it.each(['us', 'metric'] as const)('in %s units the drawer says nothing in the others', async (units) => {
  const pinia = createPinia();
  setActivePinia(pinia);
  useSettings().units = units;
  const workings = all();
  expect(workings.length).toBeGreaterThan(60);
  const view = mount(WorkingDrawer, {
    props: {
      working: workings[0],
      alternatives: [
        { code: 'as-is', flow: 1e-4, pressure: 1e4 },
        { code: 'stand-higher', flow: 1e-4, pressure: 1e4 },
      ],
      title: 'a',
    },
    global: { plugins: [pinia] },
  });
  const leaks = new Set<string>();
  let own = 0;
  for (const working of workings) {
    await view.setProps({ working });
    await nextTick();
    if (view.find('[data-test=own-units]').exists()) own++;
    const copy = view.element.cloneNode(true) as Element;
    // the rule is followed in SI, and its result and terms say so beside the person's
    for (const si of copy.querySelectorAll('.formula, .katex, .si, .result .muted, h3')) si.remove();
    for (const part of copy.querySelectorAll('p, td, h2, .tube, li')) {
      const text = (part.textContent ?? '').replace(/\s+/g, ' ');
      if ((units === 'us' ? METRIC : US).test(text)) leaks.add(`${working.code}: ${text}`);
    }
  }
  expect([...leaks]).toEqual([]);
  // most rules hold in any units, and are put in so
  if (units === 'us') expect(own).toBe(workings.filter((w) => w.terms.length <= 8 && holdsInAnyUnits(w)).length);
  if (units === 'us') expect(own / workings.length).toBeGreaterThan(0.5);
  else expect(own).toBe(0);
  view.unmount();
});
