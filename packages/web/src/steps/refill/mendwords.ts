// What would mend a place, in words.
import { mendPipe, type Mend, type MendTried } from '@vernal-slope/plan/simulate';
import { nominal } from '@vernal-slope/display/names';
import { costText, showEntered, showText, type UnitSystem } from '@vernal-slope/display/quantities';
import { planField } from '@vernal-slope/display/planfields';

const seatText = (seatMm: number, units: UnitSystem): string =>
  showEntered(planField('seatMm').toSI(seatMm), 'bore', units);

/** What is changed: "Low Meadow: a seat of 12.7 mm". */
export function mendTitle(mend: Mend, units: UnitSystem, name: (id: string) => string): string {
  const here = name(mend.at);
  switch (mend.kind) {
    case 'seat':
      return `${here}: a seat of ${seatText(mend.seatMm, units)}`;
    case 'wider':
      return `${here}: ${mend.factor === 2 ? 'twice as big' : 'half as big again'}`;
    case 'store':
      return `${here}: ${mend.count === 2 ? 'a second tank' : `${mend.count} tanks`} beside it`;
    case 'pipe':
      return `${nominal(mendPipe(mend))} on ${showText(mend.length, 'distance', units)} to ${here}`;
    case 'level':
      return `${here}: float set to shut at ${showText(mend.closeLevelM, 'height', units)}`;
    case 'snap':
      return `${here}: a float that stays wide open to the end`;
    case 'longer':
      return `${here}: visits twice as long, fewer at once`;
    case 'later':
      return `${here}: ${Math.abs(mend.minutes) === 60 ? 'an hour' : 'two hours'} ${mend.minutes > 0 ? 'later' : 'earlier'}`;
  }
}

/** What it wins, and what it costs where that is known. */
export function mendWins(t: MendTried, units: UnitSystem): string {
  const left = t.shortfall < 1e-4 ? 'Nobody is short' : `${showText(t.shortfall, 'volume', units)} short`;
  const cost =
    t.cost === undefined ? '' : t.cost === 0 ? '; costs nothing' : `; costs ${costText(t.cost, 'money', units)}`;
  return `${left}; least water ${showText(t.lowest, 'drop', units)}${cost}`;
}
