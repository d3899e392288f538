// Work that follows the pointer, once a frame: a mouse tells of a move up to a thousand times a second, and a plan
// worked out for each of them would never be seen.

export interface ByFrame {
  /** Has the work done in the next frame; asked again before it, once. */
  ask(): void;
  /** Does at once what is asked for, so that letting go misses no move. */
  settle(): void;
  drop(): void;
}

export function byFrame(work: () => void): ByFrame {
  let asked = 0;
  const run = (): void => {
    asked = 0;
    work();
  };
  const drop = (): void => {
    if (asked) cancelAnimationFrame(asked);
    asked = 0;
  };
  return {
    ask: () => void (asked ||= requestAnimationFrame(run)),
    settle: () => {
      if (!asked) return;
      drop();
      work();
    },
    drop,
  };
}
