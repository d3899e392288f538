// Chains of parts that were taken where two things meet, and what an outlet that is there ends in.
import { z } from 'zod';
import { list } from './limits.ts';

/** Parts in a row, by their ids in the catalogue of parts. */
const partIds = z.string().min(1).max(200);
export const startChainSchema = list('startChain', partIds).optional();
export const endChainSchema = list('endChain', partIds).optional();

/** A pressure reducer's, an element's, and those of a place: through its tees in their order, of its tap on one, of its overflow. */
export const takenChainSchema = list('chain', partIds).optional();
export const chainsSchema = z
  .looseObject({
    /** None of a tee whose chain is the shortest. */
    tees: list('tees', list('chain', partIds)).optional(),
    tap: takenChainSchema,
    overflow: takenChainSchema,
    /** From the overflow to the pipe that leads it away. */
    lead: takenChainSchema,
  })
  .optional();

/** Ids of parts of a fitting, where it has them: of fittings by their K anything may stand there. */
export const chainIds = (fitting: { readonly [key: string]: unknown }): readonly string[] | undefined =>
  Array.isArray(fitting.chain) ? fitting.chain.filter((id) => typeof id === 'string') : undefined;

/** An end of a vessel's own outlet, as a tote has: what the line is screwed to, in the place of a hole in its wall. */
export const endSchema = z.looseObject({
  system: z.string().min(1).max(40),
  size: z.string().min(1).max(40),
  gender: z.enum(['male', 'female', 'none']),
});
