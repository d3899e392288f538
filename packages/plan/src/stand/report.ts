// The answer of `stand` in the command line.
import type { Plan, StoreNode } from '../schema/index.ts';
import { mmOfMetres } from '../compile/index.ts';
import { standAnswer } from './answer.ts';
import { partLines } from './costs.ts';
import { dryAt, tankNeeds } from './needs.ts';
import { simpleWays } from './simple.ts';

/** Words that go with every answer about a stand. */
const SCREENING =
  'A screening of a few things that can go wrong, for small stands. It is no design and no approval. Local codes come first; over 2 m, near people, on bad ground or in earthquake country a licensed engineer designs it.';

/** Height needed, checks with their workings, what does not fit, findings, parts, waits. SI in the workings. */
export function standReport(plan: Plan, tank: StoreNode): object {
  const a = standAnswer(plan, tank);
  const needs = tankNeeds(plan, tank.id);
  const simple = simpleWays(plan, tank, tank.standM ?? 0);
  const parts = a.parts && partLines(plan, a.parts);
  return {
    tank: tank.id,
    standM: tank.standM ?? 0,
    kind: a.full.kind,
    assumed: a.assumed,
    screening: SCREENING,
    engineer: a.engineer,
    needs: needs.situations.map((s) =>
      s.found.ok
        ? {
            situation: s.name,
            standM: s.found.stand,
            governing: s.found.governing,
            staticOnlyM: s.found.staticOnly,
            starves: dryAt(plan, tank.id, s.found.stand),
          }
        : { situation: s.name, standM: null, reason: s.found.reason },
    ),
    simple: {
      ...(simple.ground
        ? {
            upSlope: {
              line: simple.ground.line,
              distanceM: simple.ground.distance,
              groundM: simple.ground.ground,
              starves: simple.dry,
            },
          }
        : {}),
      ...(simple.pad === undefined ? {} : { padM3: simple.pad.volume }),
      ...(simple.berm === undefined ? {} : { bermM3: simple.berm.volume }),
    },
    checks: a.checks.map((c) => ({
      code: c.code,
      demand: c.demand,
      capacity: c.capacity,
      dimension: c.dimension,
      ratio: Number.isFinite(c.ratio) ? c.ratio : null,
      working: c.working,
    })),
    findings: a.findings,
    parts:
      a.parts === undefined
        ? null
        : {
            pieces: a.parts.pieces.map((p) => ({
              of: p.of,
              count: p.count,
              lengthM: p.length,
              widthMm: mmOfMetres(p.width),
              depthMm: mmOfMetres(p.depth),
            })),
            fasteners: a.parts.fasteners,
            concreteM3: a.parts.concrete,
            lines: (parts ?? []).map(({ part, quantity, per, stock, count, cost }) => ({
              part,
              quantity,
              per,
              ...(stock === undefined ? {} : { stockM: stock, count }),
              ...(cost === undefined ? {} : { cost }),
            })),
          },
    curingDays: { strip: a.curing.strip, light: a.curing.light, full: a.curing.full, strength: a.curing.strength },
    ...(a.dates
      ? {
          dates: {
            poured: a.dates.poured,
            strip: a.dates.stripOn,
            light: a.dates.lightOn,
            full: a.dates.fullOn,
            strength: a.dates.strengthOn,
          },
        }
      : {}),
  };
}
