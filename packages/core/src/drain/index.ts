// Drains that run by fall alone: fall of a leg, speed half full, the longest run that a drop gives, parts of a splitter.
/** Roughness of plastic drains (handbooks, from memory). */
export const MANNING_PLASTIC = 0.011;

/** Fall of a leg, m a metre; less than nothing where it rises. */
export const fallOf = (from: number, to: number, length: number): number => (from - to) / length;

/**
 * Speed of a pipe that runs half full, m/s; as fast as full, for its hydraulic radius is the same.
 * @param diameter inside, m @param fall m a metre @see Manning: v = R^(2/3) S^(1/2) / n, R = D/4
 */
export const halfFullSpeed = (diameter: number, fall: number, n = MANNING_PLASTIC): number =>
  fall <= 0 ? 0 : ((diameter / 4) ** (2 / 3) * Math.sqrt(fall)) / n;

/** The longest run that a drop (m) gives at a least fall (m a metre), m. */
export const longestRun = (drop: number, least: number): number => Math.max(0, drop) / least;

/**
 * Shares of the outlets of a tree of splitters that each part what comes in two alike; what is one more than a power of two
 * is parted where most comes. @param outlets how many
 */
export function splitShares(outlets: number): number[] {
  const shares = [1];
  while (shares.length < outlets) {
    const most = shares.indexOf(Math.max(...shares));
    const half = shares[most] / 2;
    shares.splice(most, 1, half, half);
  }
  return shares;
}
