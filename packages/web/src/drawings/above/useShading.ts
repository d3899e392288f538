// The shading of the ground from above: a picture made by a worker from the kept grid, drawn under the lines.
import { onMounted, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import type { ScaleLinear } from 'd3-scale';
import { layoutOf } from '@vernal-slope/plan/positions';
import type { Plan } from '@vernal-slope/plan/schema';
import { useSettings } from '../../display/settings.ts';
import { useTerrain } from '../../session/terrain.ts';
import type { TerrainPicture } from '../../workers/picture.ts';
import { marginBox } from './view.ts';

interface Ground {
  readonly plan: ComputedRef<Plan>;
  /** Nothing has a position: no grid can lie under it. */
  readonly sketch: ComputedRef<boolean>;
  readonly planId: () => string;
  /** m to px */
  readonly x: ComputedRef<ScaleLinear<number, number>>;
  readonly y: ComputedRef<ScaleLinear<number, number>>;
  readonly perMetre: ComputedRef<number>;
  /** px */
  readonly w: ComputedRef<number>;
  readonly h: ComputedRef<number>;
}

/** Keeps the canvas drawn; the picture carries contours too. */
export function useShading(
  canvas: Readonly<Ref<HTMLCanvasElement | null>>,
  { plan, sketch, planId, x, y, perMetre, w, h }: Ground,
): { readonly picture: Readonly<ShallowRef<TerrainPicture | null>> } {
  const settings = useSettings();
  const terrain = useTerrain();
  const picture = shallowRef<TerrainPicture | null>(null);
  onMounted(() => void terrain.open(planId()));
  watch(
    [() => terrain.kept, () => plan.value],
    async ([kept]) => {
      const now = marginBox(layoutOf(plan.value));
      picture.value = kept && !sketch.value ? ((await terrain.remote().picture(now)) ?? null) : null;
    },
    { immediate: true },
  );
  /** The shading as a picture of one dot a cell, in the theme's own earth. */
  const shading = shallowRef<HTMLCanvasElement | null>(null);
  watch(
    [picture, () => settings.theme],
    ([p]) => {
      if (!p) {
        shading.value = null;
        return;
      }
      const made = document.createElement('canvas');
      [made.width, made.height] = [p.columns, p.rows];
      const context = made.getContext('2d');
      const dark = settings.theme === 'dark';
      const image = new ImageData(p.columns, p.rows);
      p.shade.forEach((shade, k) => {
        const tone = dark ? 255 : 60;
        image.data.set([tone, dark ? 235 : 48, dark ? 200 : 26, dark ? (255 - shade) * 0.16 : shade * 0.42], 4 * k);
      });
      context?.putImageData(image, 0, 0);
      shading.value = made;
    },
    { immediate: true },
  );
  watch(
    [shading, x, y, w, h, canvas],
    () => {
      const context = canvas.value?.getContext('2d');
      if (!context || !canvas.value) return;
      [canvas.value.width, canvas.value.height] = [w.value, h.value];
      const p = picture.value;
      if (!p || !shading.value) return;
      context.imageSmoothingEnabled = true;
      const cell = (p.box.x1 - p.box.x0) / Math.max(1, p.columns - 1);
      const [left, top] = [x.value(p.box.x0 - cell / 2), y.value(p.box.y1 + cell / 2)];
      context.drawImage(shading.value, left, top, perMetre.value * cell * p.columns, perMetre.value * cell * p.rows);
    },
    { flush: 'post' },
  );
  return { picture };
}
