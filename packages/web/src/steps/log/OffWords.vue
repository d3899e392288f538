<script setup lang="ts">
// How far a reading is off, before it is kept: the one question that most often explains it.
import type { ReadingKind } from '@vernal-slope/plan/diagnose';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import { QUANTITY } from '@vernal-slope/display/logwords';

defineProps<{ off: { readonly apart: number; readonly far: boolean }; kind: ReadingKind }>();
const settings = useSettings();
</script>

<template>
  <DropGlyph :level="off.far ? 'warning' : 'ok'" :size="15" />
  <template v-if="off.far"
    >{{ ' ' }}<strong>{{ off.apart < 0 ? 'Short' : 'Over' }}</strong> by
    {{ showText(Math.abs(off.apart), QUANTITY[kind], settings.units) }}. Is anything else open? If not, keep
    it.</template
  ><template v-else> As planned, within two standard errors.</template>
</template>
