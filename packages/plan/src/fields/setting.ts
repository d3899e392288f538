// How a trough is set: who reaches it, what is around it, where it runs over, what frost finds.
import { z } from 'zod';
import { atLeastZero, positive } from './place.ts';

export const settingSchema = z.looseObject({
  /** A row of the catalogue of troughs. */
  vessel: z.string().max(100).optional(),
  /** Sides from which they drink; all round where left out. Or the edge itself, m. */
  open: z.enum(['all-round', 'both-sides', 'one-side']).optional(),
  edgeM: positive.max(1000).optional(),
  /** m from where they graze farthest away */
  travelM: atLeastZero.max(20_000).optional(),
  /** Hard ground around it, m wide, and how it falls away, m a metre. */
  padM: atLeastZero.max(100).optional(),
  padFall: z.number().min(-0.5).max(0.5).optional(),
  overflow: z.enum(['none', 'notch', 'stand-pipe', 'far-side', 'lower-basin', 'stream']).optional(),
  /** The float cannot be reached by a muzzle or a hoof. */
  guard: z.boolean().optional(),
  /** A ramp or a float by which small animals get out. */
  escape: z.boolean().optional(),
  /** What is done against frost. */
  frost: z.enum(['nothing', 'flow', 'drained']).optional(),
  coldestC: z.number().min(-60).max(20).optional(),
  wind: z.enum(['still', 'breeze', 'windy']).optional(),
  /** Share of its water that lies under a lid, 0 to 1. */
  covered: atLeastZero.max(1).optional(),
  /** Depth to which the ground freezes, m. */
  frostM: atLeastZero.max(5).optional(),
});
export type Setting = z.infer<typeof settingSchema>;
