// When of a day water is taken, where nobody said: common practice, no source.

export interface UsualVisit {
  readonly at: string;
  readonly durationMin: number;
  readonly share: number;
}

export const USUAL_HOURS = {
  /** At first light and towards evening. */
  herd: [
    { at: '07:30', durationMin: 45, share: 0.5 },
    { at: '18:00', durationMin: 45, share: 0.5 },
  ],
  /** Morning, noon and evening. */
  people: [
    { at: '06:00', durationMin: 180, share: 0.4 },
    { at: '11:00', durationMin: 180, share: 0.2 },
    { at: '17:00', durationMin: 240, share: 0.4 },
  ],
  /** Early, before the sun takes it. */
  garden: [{ at: '05:00', durationMin: 180, share: 1 }],
} as const satisfies Readonly<Record<string, readonly UsualVisit[]>>;
