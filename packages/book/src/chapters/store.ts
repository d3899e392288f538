// Storage: what each tank holds, what of it can be used and why not all, its overflow and vent.
import { capacityWorking, largestWorking, reserveWorking, tankStore, todayWorking } from '@vernal-slope/plan/budget';
import { levelFor, tankShape, vesselHeight } from '@vernal-slope/plan/compile';
import { isStore } from '@vernal-slope/plan/kinds';
import { tankCapacity } from '@vernal-slope/core/tank';
import { showEntered, showText } from '@vernal-slope/display/quantities';
import { cutDrawing } from '../drawing/index.ts';
import { figure, type Block, type Runs } from '../model/index.ts';
import type { ChapterRow } from './chapter.ts';

export const storeChapter: ChapterRow = {
  id: 'store',
  title: 'Storage',
  forms: ['whole'],
  make: (w) => {
    const { plan, balance, units } = w.known;
    const tanks = plan.nodes.filter(isStore);
    if (tanks.length === 0) return [];
    const volume = (v: number): string => showText(v, 'volume', units);
    const blocks = tanks.flatMap((tank): Block[] => {
      const store = tankStore(plan, tank, balance);
      const u = store.usable;
      const height = vesselHeight(tank);
      const overflow = Math.min(tank.overflowM, height);
      const outlet = Math.min(tank.outletM, u.highest);
      const parts = [
        { from: overflow, to: height, volume: u.aboveOverflow, words: 'above the overflow', usable: false },
        { from: u.highest, to: overflow, volume: u.aboveFloat, words: 'above where the float shuts', usable: false },
        { from: u.lowest, to: u.highest, volume: u.usable, words: 'can be used', usable: true },
        {
          from: outlet,
          to: u.lowest,
          volume: u.belowTap,
          words: `too low for ${store.tap?.name ?? 'the tap'}`,
          usable: false,
        },
        { from: 0, to: outlet, volume: u.belowOutlet, words: 'below the outlet', usable: false },
      ].filter((p) => p.volume > 1e-6);
      const rows: [string, Runs][] = [
        [
          'holds to the brim',
          [w.fig(tankCapacity(tankShape(tank.shape, tank.count)), 'volume', capacityWorking(tank))],
        ],
        ['can be used', [w.fig(u.usable, 'volume', { of: 'usable', id: tank.id, leg: 0 })]],
        ['of it today', [w.fig(store.today, 'volume', todayWorking(store))]],
        ...(store.reserve > 0
          ? [
              ['kept back for fire', [w.fig(store.reserve, 'volume', reserveWorking(store, balance))]] satisfies [
                string,
                Runs,
              ],
            ]
          : []),
        ['outlet over its floor', [figure(w.field('outletM', tank.outletM))]],
        ['overflow over its floor', [figure(w.field('overflowM', tank.overflowM))]],
        ...(tank.inlet?.floatValve
          ? [
              ['its float shuts at', [figure(w.field('closeLevelM', tank.inlet.floatValve.closeLevelM))]] satisfies [
                string,
                Runs,
              ],
            ]
          : []),
        ...(store.overflow
          ? ([
              [
                'its overflow carries',
                [w.fig(store.overflow.carries, 'flow', { of: 'overflow', id: tank.id, leg: 0 })],
              ],
              ['the most that may come', [w.fig(store.overflow.largest, 'flow', largestWorking(store, balance))]],
            ] satisfies [string, Runs][])
          : []),
        ['vent of at least', [w.worked(showText(store.vent, 'bore', units), { of: 'vent', id: tank.id, leg: 0 })]],
      ];
      return [
        {
          kind: 'side',
          columns: [
            [
              { kind: 'heading', text: w.name(tank.id) },
              {
                kind: 'drawing',
                drawing: cutDrawing(
                  `tank-${tank.id}`,
                  `${w.name(tank.id)} cut open`,
                  height,
                  parts.map((p) => ({ ...p, words: `${volume(p.volume)} ${p.words}` })),
                  levelFor(tank, 'start'),
                ),
              },
            ],
            [{ kind: 'pairs', title: 'Its figures', rows }],
          ],
        },
      ];
    });
    return [
      {
        id: 'store',
        title: 'Storage',
        under: [
          `Tanks cut open, true to their heights. A vent lets as much air in as water leaves (never under ${showEntered(0.02, 'bore', units)}: common practice)`,
        ],
        blocks,
      },
    ];
  },
};
