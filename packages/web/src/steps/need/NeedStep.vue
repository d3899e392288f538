<script setup lang="ts">
// The Need step: animals, people and gardens, each with where its figure comes from; against what the sources give.
import { Plus, Trash2 } from '@lucide/vue';
import { NSelect } from 'naive-ui';
import { computed } from 'vue';
import {
  ANIMAL_ROWS,
  CROP_ROWS,
  findAnimal,
  findCrop,
  findMethod,
  METHOD_ROWS,
  SERVICE_ROWS,
  USE_ROWS,
} from '@vernal-slope/plan/catalogue';
import { DEFAULT_LOSS, type NeedRow, type PlanBalance } from '@vernal-slope/plan/budget';
import { changeNode, changePlan, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Needs, Plan } from '@vernal-slope/plan/schema';
import { fixed, showPerDay, showText, unitFor } from '../../display/quantities.ts';
import { MONTHS } from '../../display/dates.ts';
import type { FigureKey } from '../../display/sentences.ts';
import { useSettings } from '../../display/settings.ts';
import BalanceChart from './BalanceChart.vue';
import EntryRow from '../../fields/EntryRow.vue';
import MonthPicker from './MonthPicker.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { isBasin, isVessel, type VesselNode } from '@vernal-slope/plan/kinds';
import { useEdits } from '../../session/planpage.ts';
import { showField } from '../../display/planfields.ts';
import NameField from '../../fields/NameField.vue';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import TickField from '../../fields/TickField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';

const props = defineProps<{ plan: Plan; balance: PlanBalance; edit: (command: Command) => readonly Fault[] }>();
const emit = defineEmits<{ open: [key: FigureKey] }>();
const settings = useSettings();
const { perform } = useEdits();
const needs = computed(() => props.balance.needs);
const troughs = computed(() => props.plan.nodes.filter((n) => isVessel(n)));
const animals = ANIMAL_ROWS.map((r) => ({ value: r.id, label: r.name }));
const services = SERVICE_ROWS.map((r) => ({ value: r.id, label: `${r.name} (${r.typical} L)` }));
const crops = CROP_ROWS.map((r) => ({ value: r.id, label: `${r.name} (Kc ${r.kcMid})` }));
const uses = USE_ROWS.map((r) => ({ value: r.name, label: `${r.name} (${r.litres} L)` }));
const BASIS = { entered: '', computed: '', memory: ' (from memory)', 'common practice': ' (common practice)' } as const;
const methods = METHOD_ROWS.map((r) => ({ value: r.id, label: r.name }));

type Herd = NonNullable<VesselNode['herds']>[number];
const herdOf = (row: NeedRow): Herd | undefined => {
  if (!('node' in row.at)) return undefined;
  const { node, index } = row.at;
  const found = props.plan.nodes.find((n) => n.id === node);
  return isVessel(found) ? found.herds?.[index] : undefined;
};
function changeHerd(row: NeedRow, label: string, recipe: (h: Herd) => void): undefined {
  if (!('node' in row.at)) return undefined;
  const { node, index } = row.at;
  perform(
    changeNode(node, isVessel, label, (n) => {
      const herd = n.herds?.[index];
      if (herd) recipe(herd);
    }),
  );
  return undefined;
}
function setClass(row: NeedRow, id: string): void {
  const found = findAnimal(id);
  changeHerd(row, 'class of the herd', (h) => {
    h.class = id;
    if (found) h.litresPerHeadPerDay = found.typical;
    delete h.reason;
  });
}
function changeNeeds(label: string, recipe: (n: Needs) => void): undefined {
  perform(changePlan(label, (p) => recipe((p.needs ??= {}))));
  return undefined;
}
function addHerd(): void {
  const trough = troughs.value.find((n) => isBasin(n)) ?? troughs.value[0];
  if (!trough || !isVessel(trough)) return;
  perform(
    changeNode(trough.id, isVessel, 'another herd', (n) => {
      (n.herds ??= []).push({
        class: 'ewe-dry',
        count: 20,
        litresPerHeadPerDay: findAnimal('ewe-dry')?.typical ?? 5,
        visits: [],
      });
    }),
  );
}
const addPeople = (): undefined =>
  changeNeeds('people', (n) => void (n.people ??= []).push({ name: 'Cabin', count: 2, level: 'cabin-gravity' }));
const addGarden = (): undefined =>
  changeNeeds(
    'garden',
    (n) =>
      void (n.gardens ??= []).push({
        name: 'Garden',
        areaM2: 20,
        crop: 'tomato',
        method: 'drip',
        rainFed: true,
        months: [5, 6, 7, 8, 9],
      }),
  );
function remove(row: NeedRow): void {
  if ('node' in row.at) {
    const { node, index } = row.at;
    perform(changeNode(node, isVessel, 'herd taken out', (n) => void n.herds?.splice(index, 1)));
  } else {
    const { list, index } = row.at;
    changeNeeds('need taken out', (n) => void n[list]?.splice(index, 1));
  }
}
const peopleOf = (row: NeedRow) =>
  'list' in row.at && row.at.list === 'people' ? props.plan.needs?.people?.[row.at.index] : undefined;
const gardenOf = (row: NeedRow) =>
  'list' in row.at && row.at.list === 'gardens' ? props.plan.needs?.gardens?.[row.at.index] : undefined;
function changePeople(
  row: NeedRow,
  label: string,
  recipe: (p: NonNullable<Needs['people']>[number]) => void,
): undefined {
  if ('node' in row.at) return undefined;
  const { index } = row.at;
  return changeNeeds(label, (n) => {
    const found = n.people?.[index];
    if (found) recipe(found);
  });
}
function changeGarden(
  row: NeedRow,
  label: string,
  recipe: (p: NonNullable<Needs['gardens']>[number]) => void,
): undefined {
  if ('node' in row.at) return undefined;
  const { index } = row.at;
  return changeNeeds(label, (n) => {
    const found = n.gardens?.[index];
    if (found) recipe(found);
  });
}
const most = (row: NeedRow): number => Math.max(...row.perDay);
const peak = computed(() => {
  const m = needs.value.totals.peakHour.reduce((best, v, k) => (v > needs.value.totals.peakHour[best] ? k : best), 0);
  return { flow: needs.value.totals.peakHour[m], hour: needs.value.totals.peakAt[m], month: m };
});
const room = computed(() => props.balance.room.filter((r) => r.more > 0));
</script>

<template>
  <section class="sheet step" aria-labelledby="need-title">
    <header>
      <h2 id="need-title">Need</h2>
      <span class="actions">
        <button type="button" class="plain-button" :disabled="troughs.length === 0" @click="addHerd">
          <Plus :size="18" aria-hidden="true" />A herd
        </button>
        <button type="button" class="plain-button" data-test="add-people" @click="addPeople">
          <Plus :size="18" aria-hidden="true" />People
        </button>
        <button type="button" class="plain-button" data-test="add-garden" @click="addGarden">
          <Plus :size="18" aria-hidden="true" />A garden
        </button>
      </span>
    </header>
    <p v-if="needs.rows.length === 0" class="empty">
      Nothing is needed yet. Put in who drinks and what grows; every figure starts from a published table and can be
      changed with a reason.
    </p>
    <div v-for="row in needs.rows" :key="row.id" class="row" :data-test="row.id">
      <div class="what">
        <template v-if="herdOf(row)">
          <NumberField
            class="count"
            :value="herdOf(row)?.count"
            :min="0"
            :max="100000"
            whole
            :label="`Heads, ${row.name}`"
            @update:value="(n) => changeHerd(row, 'heads', (h) => void (h.count = n))"
          />
          <NSelect
            class="wide"
            filterable
            :value="herdOf(row)?.class"
            :options="
              animals.some((a) => a.value === herdOf(row)?.class)
                ? animals
                : [{ value: herdOf(row)?.class ?? '', label: herdOf(row)?.class ?? '' }, ...animals]
            "
            :input-props="{ 'aria-label': 'Class of animals' }"
            @update:value="(v: string) => setClass(row, v)"
          />
          <QuantityField
            class="figure-field"
            :value="herdOf(row)?.litresPerHeadPerDay ?? 0"
            field="litresPerHeadPerDay"
            :label="`Water a head and day, ${row.name}`"
            :limits="{ min: 0, max: 1 }"
            :commit="(v) => changeHerd(row, 'water a head', (h) => void (h.litresPerHeadPerDay = v))"
            show-unit
          />
          <span class="small">a head</span>
          <TickField
            v-if="findAnimal(herdOf(row)?.class)?.byTemperature"
            class="small"
            :checked="herdOf(row)?.byWarmth ?? false"
            @update:checked="(on) => changeHerd(row, 'by warmth', (h) => void (h.byWarmth = on))"
            >by warmth</TickField
          >
        </template>
        <template v-else-if="peopleOf(row)">
          <NumberField
            class="count"
            :value="peopleOf(row)?.count"
            :min="0"
            :max="100000"
            whole
            :label="`People, ${row.name}`"
            @update:value="(n) => changePeople(row, 'people', (p) => void (p.count = n))"
          />
          <NameField
            class="text"
            :value="row.name"
            label="Name of the household"
            @change="(name) => changePeople(row, 'name', (p) => void (p.name = name))"
          />
          <ChoiceField
            class="wide"
            :value="peopleOf(row)?.level ?? 'cabin-gravity'"
            :options="services"
            label="Level of service"
            @update:value="
              (v) =>
                changePeople(row, 'level of service', (p) => {
                  p.level = v;
                  delete p.litresPerDay;
                })
            "
          />
          <QuantityField
            class="figure-field"
            :value="row.each"
            field="litresPerDay"
            :label="`Water a person and day, ${row.name}`"
            :limits="{ min: 0, max: 5 }"
            :commit="(v) => changePeople(row, 'water a person', (p) => void (p.litresPerDay = v))"
            show-unit
          />
          <span class="small">a person</span>
          <NSelect
            class="wide"
            multiple
            clearable
            max-tag-count="responsive"
            placeholder="or by what they use"
            :value="peopleOf(row)?.uses ?? []"
            :options="uses"
            :input-props="{ 'aria-label': 'What they use' }"
            @update:value="
              (v: string[]) =>
                changePeople(row, 'what they use', (p) => {
                  if (v.length > 0) p.uses = v;
                  else delete p.uses;
                  delete p.litresPerDay;
                })
            "
          />
        </template>
        <template v-else-if="gardenOf(row)">
          <QuantityField
            class="figure-field"
            :value="gardenOf(row)?.areaM2"
            field="areaM2"
            :label="`Area, ${row.name}`"
            :limits="{ min: 0.1, max: 1e7 }"
            :commit="(v) => changeGarden(row, 'area', (g) => void (g.areaM2 = v))"
            show-unit
          />
          <NameField
            class="text"
            :value="row.name"
            label="Name of the garden"
            @change="(name) => changeGarden(row, 'name', (g) => void (g.name = name))"
          />
          <NSelect
            class="wide"
            filterable
            :value="gardenOf(row)?.crop ?? null"
            :options="crops"
            placeholder="crop"
            :input-props="{ 'aria-label': 'Crop' }"
            @update:value="
              (v: string) =>
                changeGarden(row, 'crop', (g) => {
                  g.crop = v;
                  delete g.kc;
                })
            "
          />
          <ChoiceField
            class="mid"
            :value="gardenOf(row)?.method ?? null"
            :options="methods"
            placeholder="watered by"
            label="Watered by"
            @update:value="
              (v) =>
                changeGarden(row, 'method', (g) => {
                  g.method = v;
                  delete g.efficiency;
                })
            "
          />
          <TickField
            class="small"
            :checked="gardenOf(row)?.rainFed ?? true"
            @update:checked="(on) => changeGarden(row, 'rain', (g) => void (g.rainFed = on))"
            >rain reaches it</TickField
          >
          <label class="small"
            >Kc
            <NumberField
              class="tiny"
              :min="0.1"
              :max="2"
              :step="0.05"
              :value="gardenOf(row)?.kc ?? findCrop(gardenOf(row)?.crop)?.kcMid ?? 1"
              :label="`Crop coefficient, ${row.name}`"
              @update:value="(n) => changeGarden(row, 'crop coefficient', (g) => void (g.kc = n))"
          /></label>
          <label class="small"
            >reaches the roots
            <NumberField
              class="tiny"
              :min="10"
              :max="100"
              :value="
                Math.round(100 * (gardenOf(row)?.efficiency ?? findMethod(gardenOf(row)?.method)?.typical ?? 0.8))
              "
              :label="`Share that reaches the roots, per cent, ${row.name}`"
              @update:value="(n) => changeGarden(row, 'efficiency', (g) => void (g.efficiency = n / 100))"
            />
            %</label
          >
        </template>
        <button type="button" class="plain-button out" :aria-label="`Take out ${row.name}`" @click="remove(row)">
          <Trash2 :size="18" aria-hidden="true" />
        </button>
      </div>
      <div class="why small muted">
        <span>
          <button
            type="button"
            class="figure total"
            title="Show the working"
            @click="emit('open', { of: 'need', id: row.id, leg: 0 })"
          >
            {{ showPerDay(most(row), settings.units) }}</button>{{
            row.perDay.some((v) => v < most(row) * 0.999) ? ' at most' : ''
          }}
        </span>
        <span class="from">{{ row.source }}{{ BASIS[row.basis] }}.</span>
        <span v-if="row.note" class="amber">{{ row.note }}.</span>
        <label v-if="herdOf(row)" class="reason"
          >Why
          <TextField
            :value="herdOf(row)?.reason ?? ''"
            :longest="500"
            placeholder="why it differs from the table"
            :label="`Why, ${row.name}`"
            @change="(why) => changeHerd(row, 'reason', (h) => void (h.reason = why || undefined))"
        /></label>
        <label v-if="peopleOf(row)?.litresPerDay !== undefined" class="reason"
          >Why
          <TextField
            :value="peopleOf(row)?.reason ?? ''"
            :longest="500"
            :label="`Why, ${row.name}`"
            @change="(why) => changePeople(row, 'reason', (p) => void (p.reason = why || undefined))"
        /></label>
        <label v-if="gardenOf(row)?.kc !== undefined || gardenOf(row)?.efficiency !== undefined" class="reason"
          >Why
          <TextField
            :value="gardenOf(row)?.reason ?? ''"
            :longest="500"
            :label="`Why, ${row.name}`"
            @change="(why) => changeGarden(row, 'reason', (g) => void (g.reason = why || undefined))"
        /></label>
        <MonthPicker
          v-if="herdOf(row)"
          :months="herdOf(row)?.months"
          :label="row.name"
          @change="(list) => changeHerd(row, 'months', (h) => void (h.months = list))"
        />
        <MonthPicker
          v-else-if="gardenOf(row)"
          :months="gardenOf(row)?.months"
          :label="row.name"
          @change="(list) => changeGarden(row, 'months', (g) => void (g.months = list))"
        />
        <MonthPicker
          v-else-if="peopleOf(row)"
          :months="peopleOf(row)?.months"
          :label="row.name"
          @change="(list) => changePeople(row, 'months', (p) => void (p.months = list))"
        />
      </div>
    </div>
    <div class="halves">
      <div>
        <h3>Kept back and lost</h3>
        <EntryRow
          label="Fire reserve, never planned away"
          :value="plan.needs?.fireReserveL"
          field="fireReserveL"
          :limits="{ min: 0, max: 10_000 }"
          note="volume and flow are named by the local fire authority"
          :commit="(v) => changeNeeds('fire reserve', (n) => void (n.fireReserveL = v))"
        />
        <EntryRow
          label="Leaks and spills"
          :note="`${fixed(100 * DEFAULT_LOSS, 0)} % is taken where nothing is known (common practice)`"
        >
          <span class="percent"
            ><NumberField
              class="tiny"
              :min="0"
              :max="90"
              :value="Math.round(100 * needs.losses)"
              label="Leaks and spills, per cent"
              @update:value="(n) => changeNeeds('losses', (x) => void (x.lossShare = n / 100))"
            />
            %</span
          >
        </EntryRow>
        <p>
          The busiest hour takes
          <span class="figure" data-test="peak">{{ showText(peak.flow, 'flow', settings.units) }}</span>, from
          {{ peak.hour }}:00 in {{ MONTHS[peak.month] }}.
        </p>
        <template v-if="needs.et">
          <h3>Reference evapotranspiration</h3>
          <p class="small">
            <span v-for="(v, m) in needs.et.et0" :key="m" class="et"
              ><span class="muted">{{ MONTHS[m][0] }}</span>
              <span class="figure">{{
                showField('rainMm', v, 'metric').startsWith('0') ? '0' : fixed(v, 1)
              }}</span></span
            >
            mm a day,
            {{
              needs.et.method === 'hargreaves'
                ? 'by Hargreaves and Samani (1985): only warmth is known'
                : 'by FAO-56 Penman-Monteith'
            }}, latitude {{ fixed(needs.et.latitudeDeg, 1) }}°{{ needs.et.latitudeAssumed ? ' (assumed)' : '' }}.
          </p>
        </template>
      </div>
      <div>
        <h3>Given against needed</h3>
        <BalanceChart :balance="balance" />
        <p data-test="week">
          Driest week ({{ MONTHS[balance.week.month] }}): gives
          <span class="figure">{{ showPerDay(balance.week.given, settings.units) }}</span>, needs
          <span class="figure">{{ showPerDay(balance.week.needed, settings.units) }}</span>.
        </p>
        <p v-if="balance.months[balance.tightest].spareHours.length > 0" class="small">
          In {{ MONTHS[balance.tightest] }} more comes than goes in
          {{ balance.months[balance.tightest].spareHours.length }} of 24 hours<template
            v-if="Number.isFinite(balance.months[balance.tightest].bridge)"
            >; a store of
            <span class="figure">{{
              showText(balance.months[balance.tightest].bridge, 'volume', settings.units)
            }}</span>
            carries them over the rest</template
          >.
        </p>
        <ul v-if="room.length > 0" class="small" data-test="room">
          <li v-for="r in room" :key="r.id">
            Room for
            <span class="figure"
              >{{ r.more }}{{ r.kind === 'garden' ? ` ${unitFor('area', 'metric').symbol}` : '' }}</span
            >
            more of {{ r.name.replace(/^\d+ /, '') }}; a tenth less would save
            <span class="figure">{{ showPerDay(r.tenthSaves, settings.units) }}</span>.
          </li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.step {
  padding: 8px 16px 16px;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  margin-left: auto;
}

.empty {
  padding: 12px 0;
}

.row {
  padding: 8px 0;
  border-top: var(--line-hair) solid var(--rule);
}

.what,
.why {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
}

.why {
  margin-top: 4px;
}

.from {
  flex: 1 1 300px;
}

.total {
  font-weight: 700;
}

.count {
  width: 76px;
}

.tiny {
  width: 72px;
}

.text {
  width: 150px;
}

.wide {
  width: 230px;
}

.mid {
  width: 150px;
}

.figure-field {
  width: 120px;
}

.out {
  margin-left: auto;
}

.reason :deep(.n-input) {
  width: 230px;
  min-height: 28px;
  font-size: var(--text-s);
}

.percent .tiny {
  width: 80px;
}

.amber {
  color: var(--amber-ink);
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  gap: 0 32px;
  margin-top: 16px;
}

.et {
  display: inline-block;
  margin-right: 8px;
}

ul {
  margin: 6px 0;
  padding-left: 18px;
}

@media (max-width: 820px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
