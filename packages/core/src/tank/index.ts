// Tanks and troughs: level to volume and back, and the area of the water's surface.

/** Inside shape of a tank, m; a table gives m and m³, both rising. */
export type TankShape =
  | { readonly type: 'vertical-cylinder'; readonly diameter: number; readonly height: number }
  | { readonly type: 'horizontal-cylinder'; readonly diameter: number; readonly length: number }
  | { readonly type: 'box'; readonly length: number; readonly width: number; readonly height: number }
  | { readonly type: 'table'; readonly levels: readonly number[]; readonly volumes: readonly number[] };

/** Height of the tank inside, m. */
export function tankHeight(shape: TankShape): number {
  switch (shape.type) {
    case 'horizontal-cylinder':
      return shape.diameter;
    case 'table':
      return shape.levels[shape.levels.length - 1];
    default:
      return shape.height;
  }
}

const clamp = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x));

/** Row of a table that holds `x` (x between row and row + 1). */
function rowOf(xs: readonly number[], x: number): number {
  let row = 0;
  while (row < xs.length - 2 && x >= xs[row + 1]) row++;
  return row;
}

/**
 * Volume of water at a level (held to 0 and the tank's height).
 * @param level m above the floor @returns m³
 * @example volumeAt({ type: 'vertical-cylinder', diameter: 1.9, height: 2 }, 1) = 2.835
 */
export function volumeAt(shape: TankShape, level: number): number {
  const y = clamp(level, 0, tankHeight(shape));
  switch (shape.type) {
    case 'vertical-cylinder':
      return (Math.PI / 4) * shape.diameter ** 2 * y;
    case 'box':
      return shape.length * shape.width * y;
    case 'horizontal-cylinder': {
      const r = shape.diameter / 2;
      // circular segment, mensuration of the circle
      return (
        shape.length *
        (r * r * Math.acos(clamp((r - y) / r, -1, 1)) - (r - y) * Math.sqrt(Math.max(0, 2 * r * y - y * y)))
      );
    }
    case 'table': {
      const k = rowOf(shape.levels, y);
      const t = (y - shape.levels[k]) / (shape.levels[k + 1] - shape.levels[k]);
      return shape.volumes[k] + clamp(t, 0, 1) * (shape.volumes[k + 1] - shape.volumes[k]);
    }
  }
}

/** Area of the water's surface at a level; m². */
export function surfaceAt(shape: TankShape, level: number): number {
  const y = clamp(level, 0, tankHeight(shape));
  switch (shape.type) {
    case 'vertical-cylinder':
      return (Math.PI / 4) * shape.diameter ** 2;
    case 'box':
      return shape.length * shape.width;
    case 'horizontal-cylinder':
      return 2 * shape.length * Math.sqrt(Math.max(0, shape.diameter * y - y * y));
    case 'table': {
      const k = rowOf(shape.levels, y);
      return (shape.volumes[k + 1] - shape.volumes[k]) / (shape.levels[k + 1] - shape.levels[k]);
    }
  }
}

/** Volume of the brim-full tank, m³. */
export const tankCapacity = (shape: TankShape): number => volumeAt(shape, tankHeight(shape));

/**
 * Level of a volume of water (held to 0 and the tank's height).
 * @param volume m³ @returns m above the floor, to 1e-12 of the height
 */
export function levelAt(shape: TankShape, volume: number): number {
  const height = tankHeight(shape);
  if (volume <= volumeAt(shape, 0)) return 0;
  if (volume >= tankCapacity(shape)) return height;
  switch (shape.type) {
    case 'vertical-cylinder':
    case 'box':
      return volume / surfaceAt(shape, 0);
    case 'table': {
      const k = rowOf(shape.volumes, volume);
      const t = (volume - shape.volumes[k]) / (shape.volumes[k + 1] - shape.volumes[k]);
      return shape.levels[k] + t * (shape.levels[k + 1] - shape.levels[k]);
    }
    case 'horizontal-cylinder': {
      // Newton kept inside a bracket: the surface vanishes at floor and crown
      let low = 0;
      let high = height;
      let y = height / 2;
      for (let i = 0; i < 200 && high - low > 1e-14 * height; i++) {
        const off = volumeAt(shape, y) - volume;
        if (off > 0) high = y;
        else low = y;
        const newton = y - off / surfaceAt(shape, y);
        const next = newton > low && newton < high ? newton : (low + high) / 2;
        if (Math.abs(next - y) < 1e-14 * height) return next;
        y = next;
      }
      return y;
    }
  }
}
