<script setup lang="ts">
// The book of a plan as a page: printed from here, or taken away as PDF, one file, Markdown, sheets, drawings.
import { Archive, ArrowLeft, Download, FileText, Printer, Share2 } from '@lucide/vue';
import { useLocalStorage } from '@vueuse/core';
import { wrap } from 'comlink';
import { format as written } from 'date-fns';
import { storeToRefs } from 'pinia';
import { computed, onBeforeUnmount, onMounted, ref, toRaw, useTemplateRef, watch } from 'vue';
import type { Form, Paper } from '@vernal-slope/book/model';
import { momentText } from '@vernal-slope/display/dates';
import type { Plan } from '@vernal-slope/plan/schema';
import { useSettings } from '../display/settings.ts';
import { pngOf } from '../drawings/saveas.ts';
import ChoiceField from '../fields/ChoiceField.vue';
import TickField from '../fields/TickField.vue';
import AnswerState from '../judgement/AnswerState.vue';
import { downloadBlob, downloadText, fileNameOf } from '../session/files.ts';
import { usePlan } from '../session/plan.ts';
import { todayText } from '../session/useBudget.ts';
import NoticeBar from '../shell/NoticeBar.vue';
import TopBar from '../shell/TopBar.vue';
import type { BookApi, BookPage } from '../workers/book.ts';
import { useAnswer } from '../workers/useAnswer.ts';
import OpenFailure from './OpenFailure.vue';

const props = defineProps<{ id: string }>();
const store = usePlan();
const settings = useSettings();
const { plan, openFailure, state, savedAt } = storeToRefs(store);
const paper = useLocalStorage<Paper>('vernal-book-paper', settings.units === 'us' ? 'letter' : 'a4');
const form = ref<Form>('whole');
const withoutPositions = ref(false);

watch(
  () => props.id,
  (id) => void store.open(id),
  { immediate: true },
);
watch(
  () => plan.value?.title,
  (title) => (document.title = title ? `${title}, the book · Vernal Slope` : 'Vernal Slope'),
);

// the server's press loads while the page is read; without one there is this page to print
onMounted(() => void fetch('/api/book/ready').catch(() => undefined));

const bookWorker = (): Worker => new Worker(new URL('../workers/book.worker.ts', import.meta.url), { type: 'module' });
interface Question {
  readonly plan: Plan;
  readonly asked: Parameters<BookApi['book']>[1];
}
const question = computed<Question | null>(() =>
  plan.value && typeof Worker !== 'undefined'
    ? {
        plan: plan.value,
        asked: {
          units: settings.units,
          paper: paper.value,
          form: form.value,
          today: todayText(),
          withoutPositions: withoutPositions.value,
          ...(savedAt.value ? { saved: savedText(savedAt.value) } : {}),
        },
      }
    : null,
);
const savedText = (at: Date): string => momentText(written(at, "yyyy-MM-dd'T'HH:mm"));
const made = useAnswer<BookApi, Question, BookPage>({
  worker: bookWorker,
  question: () => question.value,
  ask: async (api, q, told) => ({ plan: q.plan, ...(await api.book(q.plan, q.asked, told)) }),
  keeps: () => true,
});
const page = computed(() => made.answer.value);

// the writer of the book escapes all that people typed; its style is its own sheet, as the content policy asks
const holder = useTemplateRef<HTMLElement>('holder');
const sheet = typeof CSSStyleSheet === 'function' ? new CSSStyleSheet() : undefined;
watch(
  [page, holder],
  ([now, element]) => {
    if (!now || !element) return;
    element.innerHTML = now.body;
    if (!sheet || !('adoptedStyleSheets' in document)) return;
    sheet.replaceSync(now.style);
    if (!document.adoptedStyleSheets.includes(sheet))
      document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
  },
  { flush: 'post' },
);
onBeforeUnmount(() => {
  if (sheet && 'adoptedStyleSheets' in document)
    document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== sheet);
});

const PAPERS: readonly { value: Paper; label: string }[] = [
  { value: 'a4', label: 'A4' },
  { value: 'letter', label: 'Letter' },
];
const FORMS: readonly { value: Form; label: string }[] = [
  { value: 'whole', label: 'the whole book' },
  { value: 'field', label: 'short, for the field' },
];
const address = (format: string): string =>
  `/api/plans/${encodeURIComponent(props.id)}/book.${format}?${new URLSearchParams({
    units: settings.units,
    paper: paper.value,
    form: form.value,
    today: todayText(),
    positions: withoutPositions.value ? 'no' : 'yes',
  }).toString()}`;
/** What the server prints is what it has. */
const atServer = computed(() => state.value === 'saved');

const busy = ref('');
const fault = ref('');
/** A file of the server, with words where it cannot be had. */
async function take(format: 'pdf' | 'html' | 'md'): Promise<void> {
  busy.value = format;
  fault.value = '';
  try {
    const response = await fetch(address(format));
    if (!response.ok) {
      const said = (await response.json().catch(() => null)) as { error?: { message?: string } } | null;
      fault.value = said?.error?.message ?? 'The server did not print it. Try again in a moment.';
      return;
    }
    if (plan.value) downloadBlob(await response.blob(), fileNameOf(plan.value, `book.${format}`));
  } catch {
    fault.value = 'The server cannot be reached. Print this page instead, or try again when there is a connection.';
  } finally {
    busy.value = '';
  }
}
const print = (): void => window.print();

/** The whole plan with its readings and photographs. */
async function takeArchive(): Promise<void> {
  if (!plan.value) return;
  busy.value = 'zip';
  fault.value = '';
  try {
    const { archiveOf } = await import('../session/archive.ts');
    const { bytes, missing } = await archiveOf(props.id, plan.value);
    if (missing.length > 0)
      fault.value = `${missing.length === 1 ? 'One photograph' : `${missing.length} photographs`} could not be had and ${missing.length === 1 ? 'is' : 'are'} not in the archive. Try again when there is a connection.`;
    downloadBlob(new Blob([bytes.slice()], { type: 'application/zip' }), fileNameOf(plan.value, 'vernal.zip'));
  } finally {
    busy.value = '';
  }
}

const SHEET_NAMES = [
  { value: 'pipes', label: 'Pipe schedule' },
  { value: 'bill', label: 'Shop list' },
  { value: 'walk', label: 'Walk of every line' },
  { value: 'readings', label: 'Readings' },
];
const chosenSheet = ref('pipes');
async function takeSheet(): Promise<void> {
  if (!plan.value) return;
  const worker = bookWorker();
  try {
    const text = await wrap<BookApi>(worker).sheet(toRaw(plan.value), chosenSheet.value);
    downloadText(text, fileNameOf(plan.value, `${chosenSheet.value}.csv`), 'text/csv');
  } finally {
    worker.terminate();
  }
}

const drawings = computed(() => page.value?.drawings ?? []);
const pickedDrawing = ref('');
const drawing = computed(() => drawings.value.find((d) => d.name === pickedDrawing.value) ?? drawings.value.at(0));
/** px a mm on screen. */
const PX = 96 / 25.4;
async function takeDrawing(as: 'svg' | 'png'): Promise<void> {
  const d = drawing.value;
  if (!d || !plan.value) return;
  const name = fileNameOf(plan.value, `${d.name}.${as}`);
  if (as === 'svg') downloadText(`<?xml version="1.0" encoding="UTF-8"?>\n${d.svg}\n`, name, 'image/svg+xml');
  else downloadBlob(await pngOf(d.svg, Math.ceil(d.width * PX), Math.ceil(d.height * PX)), name);
}
</script>

<template>
  <TopBar>
    <template #title>
      <RouterLink class="plain-button back" :to="{ name: 'plan', params: { id } }" data-test="back-to-plan"
        ><ArrowLeft :size="18" aria-hidden="true" />{{ plan?.title ?? 'The plan' }}</RouterLink
      >
    </template>
    <template #end>
      <button type="button" class="plain-button edged" data-test="print-book" :disabled="!page" @click="print">
        <Printer :size="18" aria-hidden="true" />Print
      </button>
    </template>
  </TopBar>
  <OpenFailure v-if="openFailure" :failure="openFailure" @again="store.open(id)" />
  <main v-else class="book-page">
    <section class="tools no-print" aria-label="The book, and ways out">
      <h1>The book</h1>
      <div class="row">
        <ChoiceField v-model:value="form" fit :options="FORMS" label="Whole or short" data-test="book-form" />
        <span class="small">on</span>
        <ChoiceField v-model:value="paper" fit :options="PAPERS" label="Paper" data-test="book-paper" />
        <TickField v-model:checked="withoutPositions" data-test="book-positions">leave out where it lies</TickField>
      </div>
      <div class="row">
        <button
          type="button"
          class="plain-button main"
          data-test="take-pdf"
          :disabled="busy !== '' || !atServer"
          @click="take('pdf')"
        >
          <Download :size="18" aria-hidden="true" />{{ busy === 'pdf' ? 'Printing …' : 'PDF' }}
        </button>
        <button
          type="button"
          class="plain-button edged"
          data-test="take-html"
          :disabled="busy !== '' || !atServer"
          @click="take('html')"
        >
          <Share2 :size="18" aria-hidden="true" />{{
            busy === 'html' ? 'Making it …' : 'One file to share, to read only'
          }}
        </button>
        <button
          type="button"
          class="plain-button edged"
          data-test="take-md"
          :disabled="busy !== '' || !atServer"
          @click="take('md')"
        >
          <FileText :size="18" aria-hidden="true" />Markdown
        </button>
        <button
          type="button"
          class="plain-button edged"
          data-test="take-zip"
          title="The plan with its readings and photographs in one file, which can be brought in again"
          :disabled="busy !== '' || !plan"
          @click="takeArchive"
        >
          <Archive :size="18" aria-hidden="true" />{{ busy === 'zip' ? 'Packing …' : 'All of it, as an archive' }}
        </button>
        <span class="pair">
          <ChoiceField v-model:value="chosenSheet" fit :options="SHEET_NAMES" label="Sheet" data-test="book-sheet" />
          <button type="button" class="plain-button edged" data-test="take-sheet" :disabled="!plan" @click="takeSheet">
            CSV
          </button>
        </span>
        <span v-if="drawing" class="pair">
          <ChoiceField
            class="drawing"
            :value="drawing.name"
            :options="drawings.map((d) => ({ value: d.name, label: d.title }))"
            label="Drawing"
            data-test="book-drawing"
            @update:value="(name: string) => (pickedDrawing = name)"
          />
          <button type="button" class="plain-button edged" data-test="take-svg" @click="takeDrawing('svg')">SVG</button>
          <button type="button" class="plain-button edged" data-test="take-png" @click="takeDrawing('png')">PNG</button>
        </span>
      </div>
      <p v-if="!atServer && plan" class="small muted" role="status">
        PDF, file and Markdown are made of what is saved: they wait until the plan is.
      </p>
      <NoticeBar v-if="fault" :text="fault" @close="fault = ''" />
    </section>
    <AnswerState
      v-if="!page || made.error.value"
      what="the book"
      :busy="made.busy.value"
      :error="made.error.value"
      :progress="made.progress.value"
      @again="made.ask()"
    />
    <p v-else-if="made.busy.value" class="small muted no-print again" role="status">making it again …</p>
    <div ref="holder" class="paper" data-test="book"></div>
  </main>
</template>

<style scoped>
.back {
  max-width: 60vw;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.tools {
  max-width: 210mm;
  margin: 0 auto;
  padding: 12px 16px;
}

h1 {
  margin: 0 0 8px;
}

.row,
.pair {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.row + .row {
  margin-top: 8px;
}

.drawing {
  width: 220px;
}

.again {
  max-width: 210mm;
  margin: 0 auto;
  padding: 0 16px;
}

.paper {
  overflow-x: clip;
  background: #fff;
}

@media print {
  .book-page {
    margin: 0;
    padding: 0;
  }
}
</style>
