// Chance that can be had again: the same numbers for the same seed and name.

/** 32 bits of a text. @see FNV-1a (Fowler, Noll and Vo) */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let k = 0; k < text.length; k++) hash = Math.imul(hash ^ text.charCodeAt(k), 0x01000193);
  return hash >>> 0;
}

/** Numbers from 0 to 1 (without 1), evenly spread. @see Mulberry32, a public-domain generator (from memory) */
export function dice(seed: number, name = ''): () => number {
  let state = (Math.imul(seed, 0x9e3779b1) ^ hashOf(name)) >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
