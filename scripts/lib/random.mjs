// Chance that comes out the same for the same seed, so that a run that found something can be run again.

/** Numbers from 0 to 1 of a seed (mulberry32), and what is made of them. */
export function chance(seed) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const whole = (most) => Math.floor(next() * most);
  return { next, whole, one: (list) => list[whole(list.length)], often: (share) => next() < share };
}
