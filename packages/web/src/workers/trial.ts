// What is tried beside a figure, to say what would change it most.

/** The node's figures with one thing changed. */
export interface Alternative {
  readonly code: 'as-is' | 'tank-full' | 'tank-low' | 'stand-higher' | 'wider-pipe';
  readonly label?: string;
  /** m³/s */ readonly flow: number;
  /** Pa */ readonly pressure: number;
  /** s after a visit; null where it is not full again */ readonly refill?: number | null;
}

/** How much higher the stand is tried, m. */
export const STAND_TRIAL = 1;
