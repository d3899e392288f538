// One line of the bench: what, how much, and the aim where there is one.
export function line(what: string, value: string, aim = ''): void {
  console.log(`${what.padEnd(58)} ${value.padStart(14)}${aim ? `   aim ${aim}` : ''}`);
}

/** Value at a share (0 to 1) of a list of numbers. */
export function quantile(list: readonly number[], share: number): number {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
}

/** Median time of one call, ms: `rounds` batches, each long enough to be timed. */
export function timeOf(call: () => void, rounds = 9): number {
  call();
  let batch = 1;
  for (;;) {
    const begun = performance.now();
    for (let k = 0; k < batch; k++) call();
    if (performance.now() - begun > 20) break;
    batch *= 2;
  }
  const times: number[] = [];
  for (let r = 0; r < rounds; r++) {
    const begun = performance.now();
    for (let k = 0; k < batch; k++) call();
    times.push((performance.now() - begun) / batch);
  }
  return quantile(times, 0.5);
}
