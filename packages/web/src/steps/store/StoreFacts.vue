<script setup lang="ts">
// What the store is good for: its water cut open, its size against years, how long it lasts, where it runs over.
import { Plus, Trash2 } from '@lucide/vue';
import { computed, ref } from 'vue';
import { emptiedEvery, stickMarks, type YieldRule } from '@vernal-slope/core/storage';
import {
  daysLeft,
  overflowCascade,
  storeSeries,
  tankStore,
  type PlanBalance,
  type SizeAnswer,
} from '@vernal-slope/plan/budget';
import { haulFigures, yieldRuleOf } from '@vernal-slope/plan/year';
import { levelFor, tankShape } from '@vernal-slope/plan/compile';
import { changeNode, changePlan, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Plan, StoreNode } from '@vernal-slope/plan/schema';
import { useEdits } from '../../session/planpage.ts';
import { todayNumber } from '../../session/useBudget.ts';
import { fixed, percent, showEntered, showPerDay, showText } from '@vernal-slope/display/quantities';
import { MONTHS } from '@vernal-slope/display/dates';
import type { FigureKey } from '@vernal-slope/display/sentences';
import { said } from '../../display/faults.ts';
import { useSettings } from '../../display/settings.ts';
import EntryRow from '../../fields/EntryRow.vue';
import QuantityField from '../../fields/QuantityField.vue';
import AnswerState from '../../judgement/AnswerState.vue';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import SizeCurve from './SizeCurve.vue';
import TankDrawing from './TankDrawing.vue';
import { isStore, isSource } from '@vernal-slope/plan/kinds';
import { planValue } from '@vernal-slope/display/planfields';
import ChoiceField from '../../fields/ChoiceField.vue';
import NameField from '../../fields/NameField.vue';

const props = defineProps<{
  plan: Plan;
  tank: StoreNode;
  balance: PlanBalance;
  sizes: AnswerShown<SizeAnswer | undefined>;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{ open: [key: FigureKey] }>();
const settings = useSettings();
const { perform } = useEdits();
const curve = computed(() => props.sizes.answer);
const store = computed(() => tankStore(props.plan, props.tank, props.balance));
const level = computed(() => levelFor(props.tank, 'start'));
const change = (label: string, recipe: (t: StoreNode) => void): string | undefined =>
  said(props.edit(changeNode(props.tank.id, isStore, label, recipe)));
const month = ref(new Date().getMonth());
const left = computed(() => daysLeft(store.value, props.balance, month.value, todayNumber()));
const spillPerDay = computed(() => Math.max(0, props.balance.months[month.value].spare));
const runsTo = computed(() => {
  const c = overflowCascade(props.tank, spillPerDay.value);
  return (props.tank.overflowTo ?? []).map((p, k) => ({ ...p, gets: c.gets[k] }));
});
const rest = computed(() => overflowCascade(props.tank, spillPerDay.value).rest);
const rule = computed(() => yieldRuleOf(props.plan));
const setRule = (value: YieldRule): boolean =>
  perform(
    changePlan('yield rule', (p) => void ((p.settings ??= {}).storageSchool = value === 'YAS' ? 'after' : 'before')),
  );
/** How often it must be emptied to lose nothing: by the days of the record, else by the mean day of a steady source. */
const emptied = computed(() => {
  const series = storeSeries(props.plan, props.balance, props.tank);
  return series.stepHours === 24 ? emptiedEvery(series.inflow, series.demand, store.value.usableAll) : undefined;
});
const empties = computed(() => (spillPerDay.value > 1e-9 ? store.value.usableAll / spillPerDay.value : Infinity));
const hauled = computed(() => {
  const haul = props.plan.nodes.find((n) => isSource(n) && n.haul);
  if (!isSource(haul) || !haul.haul) return '';
  const perDay =
    planValue(
      'litresPerDay',
      props.balance.needs.totals.perMonth.reduce((a, b) => a + b, 0),
    ) / 365;
  const week = haulFigures({ ...haul.haul, litresPerDay: perDay });
  return `Hauling all that is needed would take ${fixed(week.trips, 1)} trips and ${showText(week.time, 'duration', settings.units)} a week`;
});
const linked = computed(() => props.tank.linked ?? []);
const marks = computed(() => {
  const shape = tankShape(props.tank.shape, props.tank.count);
  const step = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5].find((s) => store.value.usableAll / s <= 12) ?? 10;
  return stickMarks(shape, step);
});
const NO_FLOAT_BAND = 0.1;
</script>

<template>
  <div class="facts">
    <div>
      <h3>Its water</h3>
      <TankDrawing :store="store" :level="level" />
      <p class="small">
        Today <span class="figure" data-test="today">{{ showText(store.today, 'volume', settings.units) }}</span> can be
        used. In
        <ChoiceField
          v-model:value="month"
          fit
          :options="MONTHS.map((label, value) => ({ value, label }))"
          label="Month of the use"
          class="month"
        />
        <template v-if="left === null"> it does not run empty at this use: the sources bring enough.</template>
        <template v-else>
          it is empty in
          <span class="figure" data-test="days-left">{{ left }} {{ left === 1 ? 'day' : 'days' }}</span> at this use,
          with no rain.</template
        >
      </p>
      <p v-if="balance.needs.fireReserve > 0" class="small muted">
        {{ showText(balance.needs.fireReserve, 'volume', settings.units) }} of fire reserve are kept out of this.
      </p>
      <p v-if="spillPerDay > 1e-9" class="small">
        In {{ MONTHS[month] }} {{ showPerDay(spillPerDay, settings.units) }} come that nobody needs.
        <span v-if="!emptied" data-test="emptied"
          >Emptied into something lower every
          <span class="figure">{{ empties < 2 ? `${fixed(empties * 24, 0)} h` : `${fixed(empties, 1)} days` }}</span>
          this tank would lose none of that mean day.</span
        ><span v-else-if="emptied.every > 0" data-test="emptied"
          >Emptied into something lower every
          <span class="figure">{{ emptied.every === 1 ? 'day' : `${emptied.every} days` }}</span> this tank would have
          lost none on any recorded day.</span
        ><span v-else data-test="emptied"
          >Even emptied every evening it would have run over on
          <span class="figure">{{ fixed(emptied.days, 0) }}</span> recorded days:
          <span class="figure">{{ showText(emptied.lost, 'volume', settings.units) }}</span> a year.</span
        >
        {{ hauled ? `${hauled}.` : '' }}
      </p>
      <details class="small">
        <summary>A stick with marks</summary>
        <p>
          From the floor:
          <span v-for="m in marks" :key="m.volume" class="mark"
            ><span class="figure">{{ showText(m.level, 'height', settings.units) }}</span>
            {{ showText(m.volume, 'volume', settings.units) }}</span
          >
        </p>
      </details>
      <h3>Overflow and vent</h3>
      <EntryRow
        label="Overflow pipe, bore"
        :value="tank.overflowPipe?.insideDiameterMm"
        field="insideDiameterMm"
        :limits="{ min: 0.005, max: 1 }"
        :note="
          store.overflow
            ? `carries ${showText(store.overflow.carries, 'flow', settings.units)} before the rim (critical depth, then orifice); ${showText(store.overflow.largest, 'flow', settings.units)} may come`
            : 'a cut-down or belled rim takes more'
        "
        :commit="
          (value) =>
            change('overflow pipe', (t) => {
              t.overflowPipe = {
                ...(t.overflowPipe ?? { dropM: 0.3 }),
                insideDiameterMm: value,
              };
            })
        "
      />
      <EntryRow
        label="Float shuts at a level of"
        :value="tank.inlet?.floatValve?.closeLevelM"
        field="closeLevelM"
        :limits="{ min: 0.05, max: 50 }"
        :note="
          tank.inlet?.floatValve
            ? 'a float that seals from below can cost 150 mm of the tank (common practice)'
            : 'none: it fills to the overflow'
        "
        :commit="
          (value) =>
            change('float of the tank', (t) => {
              const inlet = (t.inlet ??= { at: 'top' });
              inlet.floatValve = {
                ...(inlet.floatValve ?? {
                  seatMm: 9.5,
                  dischargeCoefficient: 0.62,
                  characteristic: 'proportional',
                  bandM: Math.min(NO_FLOAT_BAND, value),
                }),
                closeLevelM: value,
              };
            })
        "
      />
      <p class="small">
        Vent of <span class="figure">{{ showText(store.vent, 'bore', settings.units) }}</span> or more, screened (air at
        {{ showText(50, 'pressure', settings.units) }} of suction; never under
        {{ showEntered(0.02, 'bore', settings.units) }}: common practice).
      </p>
      <p class="small">Where it runs over, in order, highest ground first:</p>
      <ol class="small">
        <li v-for="(p, k) in runsTo" :key="k">
          <NameField
            class="place"
            :value="p.name"
            :label="`Place ${k + 1} that the overflow waters`"
            @change="(name) => change('overflow place', (t) => void (t.overflowTo && (t.overflowTo[k].name = name)))"
          />
          takes
          <QuantityField
            class="narrow"
            :value="p.litresPerDay"
            field="litresPerDay"
            :label="`Taken a day by place ${k + 1}`"
            :limits="{ min: 0, max: 10_000 }"
            :commit="
              (value) => change('overflow place', (t) => void (t.overflowTo && (t.overflowTo[k].litresPerDay = value)))
            "
            show-unit
          />
          a day, gets <span class="figure">{{ showText(p.gets, 'volume', settings.units) }}</span>
          <button
            type="button"
            class="plain-button"
            :aria-label="`Take place ${k + 1} out`"
            @click="change('overflow place taken out', (t) => void t.overflowTo?.splice(k, 1))"
          >
            <Trash2 :size="16" aria-hidden="true" />
          </button>
        </li>
      </ol>
      <p class="small">
        <button
          type="button"
          class="plain-button edged"
          @click="
            change('overflow place', (t) => void (t.overflowTo ??= []).push({ name: 'brook', litresPerDay: 500 }))
          "
        >
          <Plus :size="16" aria-hidden="true" />A place
        </button>
        <template v-if="runsTo.length > 0">
          <span class="rest">{{ showText(rest, 'volume', settings.units) }} a day run on from the last.</span></template
        >
      </p>
    </div>
    <div>
      <h3>Its size</h3>
      <p class="row">
        <ChoiceField
          class="school"
          :value="rule"
          :options="[
            { value: 'YAS', label: 'yield after spillage' },
            { value: 'YBS', label: 'yield before spillage' },
          ]"
          label="Yield rule"
          @update:value="setRule"
        />
        <span class="small muted">{{
          rule === 'YAS'
            ? 'the day draws on what stood there in the morning (Jenkins et al. 1978)'
            : 'the day draws on its own rain too (Fewkes and Butler 2000)'
        }}</span>
      </p>
      <AnswerState
        v-if="sizes.error || (sizes.busy && !curve)"
        what="the sizes"
        :busy="sizes.busy"
        :error="sizes.error"
        :progress="sizes.progress"
        stops="stop-store-sizes"
        @stop="sizes.cancel"
        @again="sizes.ask"
      />
      <p v-else-if="balance.needs.rows.length === 0" class="muted">
        Nothing is needed yet: put in at Need who drinks and what grows.
      </p>
      <template v-else-if="curve">
        <SizeCurve :answer="curve" />
        <p v-if="curve.reserve > 0" class="small muted">
          {{ showText(curve.reserve, 'volume', settings.units) }} of every size are kept back for fire.
        </p>
        <p data-test="own-size">
          This plan’s <span class="figure">{{ showText(curve.own.capacity, 'volume', settings.units) }}</span> meet
          <button
            type="button"
            class="figure"
            data-test="own-days"
            @click="emit('open', { of: 'met', id: tank.id, leg: 0 })"
          >
            {{ percent(curve.own.days) }}
          </button>
          of the {{ curve.series.stepHours === 24 ? 'days' : 'hours' }} and
          <span class="figure">{{ percent(curve.own.volume) }}</span> of the water wanted.
        </p>
        <p class="small muted">
          Over {{ curve.series.from }} ({{ curve.series.inflow.length }}
          {{ curve.series.stepHours === 24 ? 'days' : 'hours' }}), full at the start.
          {{ showText(curve.own.run.spill, 'volume', settings.units) }} ran over. Using stored water in the wet season
          makes room for more: the yield of a tank is what is drawn, not what it holds.
        </p>
      </template>
      <h3>Joined to others</h3>
      <p v-if="linked.length === 0" class="small muted">
        Tanks joined low down act as one only where they stand level. One that stands lower overflows first.
      </p>
      <div v-for="(l, k) in linked" :key="k" class="linked small">
        <EntryRow
          :label="`Tank ${k + 2}: its floor above this one’s`"
          :value="l.floorM"
          field="floorM"
          :limits="{ min: -20, max: 20 }"
          :commit="(value) => change('linked tank', (t) => void (t.linked && (t.linked[k].floorM = value)))"
        />
        <EntryRow
          label="Its overflow above its floor"
          :value="l.overflowM"
          field="overflowM"
          :limits="{ min: 0.05, max: 50 }"
          :commit="(value) => change('linked tank', (t) => void (t.linked && (t.linked[k].overflowM = value)))"
        />
        <p v-if="store.linked">
          Gives
          <span class="figure">{{ showText(store.linked.usable[k + 1], 'volume', settings.units) }}</span><template
            v-if="store.linked.lost[k + 1] > 1e-6"
            >; {{ showText(store.linked.lost[k + 1], 'volume', settings.units) }} of it are lost to the one that runs
            over first</template
          >.
          <button
            type="button"
            class="plain-button"
            :aria-label="`Take tank ${k + 2} out`"
            @click="change('linked tank taken out', (t) => void t.linked?.splice(k, 1))"
          >
            <Trash2 :size="16" aria-hidden="true" />
          </button>
        </p>
      </div>
      <p class="small">
        <button
          type="button"
          class="plain-button edged"
          data-test="add-linked"
          @click="
            change(
              'linked tank',
              (t) =>
                void (t.linked ??= []).push({
                  floorM: 0,
                  shape: { ...t.shape },
                  outletM: t.outletM,
                  overflowM: t.overflowM,
                }),
            )
          "
        >
          <Plus :size="16" aria-hidden="true" />One like it
        </button>
        <template v-if="store.linked">
          Together
          <span class="figure" data-test="linked-usable">{{
            showText(store.usableAll, 'volume', settings.units)
          }}</span>
          can be used.</template
        >
      </p>
    </div>
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr);
  gap: 0 32px;
  margin-top: 16px;
  padding-top: 8px;
  border-top: var(--line-hair) solid var(--rule);
}

h3 {
  margin: 12px 0 4px;
}

.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

.school {
  width: 210px;
}

.mark {
  display: inline-block;
  margin-right: 12px;
}

ol {
  margin: 4px 0;
  padding-left: 20px;
}

ol li {
  padding: 2px 0;
}

.rest {
  margin-left: 8px;
}

ol .place {
  width: 130px;
}

.narrow {
  width: 110px;
}

summary {
  cursor: pointer;
}

@media (max-width: 820px) {
  .facts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
