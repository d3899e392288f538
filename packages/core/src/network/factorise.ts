// Sparse symmetric factorisation L·D·Lᵀ with a fill-reducing order, made once for a network's shape.

/**
 * Minimum-degree order of a symmetric graph.
 * @param count number of unknowns
 * @param edges pairs of unknowns
 * @returns order: position → unknown
 * @see George and Liu (1989), SIAM Review 31, 1-19
 */
export function minimumDegreeOrder(count: number, edges: Iterable<readonly [number, number]>): Int32Array {
  const near: Set<number>[] = Array.from({ length: count }, () => new Set<number>());
  for (const [i, j] of edges) {
    if (i === j) continue;
    near[i].add(j);
    near[j].add(i);
  }
  // unknowns waiting, by degree; entries go stale when a degree changes and are skipped when met
  const byDegree: number[][] = [];
  const put = (i: number): void => {
    (byDegree[near[i].size] ??= []).push(i);
  };
  for (let i = count - 1; i >= 0; i--) put(i);
  const done = new Uint8Array(count);
  const order = new Int32Array(count);
  let lowest = 0;
  for (let k = 0; k < count;) {
    const waiting = byDegree[lowest];
    const i = waiting?.pop();
    if (i === undefined) {
      lowest++;
      continue;
    }
    if (done[i] || near[i].size !== lowest) continue;
    done[i] = 1;
    order[k++] = i;
    const around = [...near[i]];
    for (const a of around) {
      near[a].delete(i);
      for (const b of around) {
        if (a >= b) continue;
        near[a].add(b);
        near[b].add(a);
      }
    }
    for (const a of around) {
      put(a);
      if (near[a].size < lowest) lowest = near[a].size;
    }
    near[i] = new Set();
  }
  return order;
}

/**
 * Factorisation of a symmetric positive definite matrix whose pattern stays the same. Numbers go in by
 * `diagonal` and `offDiagonal` (one entry an edge, as given at construction), `factor` factorises,
 * `solve` solves in place.
 * @see Davis (2005), ACM TOMS 31, 587-591 (up-looking LDLᵀ)
 */
export class SymmetricFactor {
  readonly diagonal: Float64Array;
  readonly offDiagonal: Float64Array;
  readonly count: number;
  protected readonly order: Int32Array;
  /** Rows above the diagonal in permuted order: columns of each and the edges that add into each entry. */
  protected readonly rowStart: Int32Array;
  protected readonly rowColumn: Int32Array;
  protected readonly entryStart: Int32Array;
  protected readonly entryEdge: Int32Array;
  /** 1 for an edge whose `to` comes before its `from` in the order. */
  protected readonly turned: Uint8Array;
  protected readonly parent: Int32Array;
  protected readonly columnStart: Int32Array;
  protected readonly columnRow: Int32Array;
  protected readonly columnValue: Float64Array;
  protected readonly pivot: Float64Array;
  protected readonly work: Float64Array;
  protected readonly pattern: Int32Array;
  protected readonly mark: Int32Array;
  protected readonly filled: Int32Array;

  constructor(count: number, edgeFrom: ArrayLike<number>, edgeTo: ArrayLike<number>) {
    this.count = count;
    const edges = edgeFrom.length;
    this.diagonal = new Float64Array(count);
    this.offDiagonal = new Float64Array(edges);
    const pairs: [number, number][] = [];
    for (let e = 0; e < edges; e++) pairs.push([edgeFrom[e], edgeTo[e]]);
    this.order = minimumDegreeOrder(count, pairs);
    const place = new Int32Array(count);
    this.order.forEach((unknown, k) => (place[unknown] = k));

    // entries (row < column in permuted order) stored with their column, parallel edges gathered
    const columns: Map<number, number[]>[] = Array.from({ length: count }, () => new Map());
    pairs.forEach(([i, j], e) => {
      const a = Math.min(place[i], place[j]);
      const b = Math.max(place[i], place[j]);
      if (a === b) return;
      const at = columns[b].get(a);
      if (at) at.push(e);
      else columns[b].set(a, [e]);
    });
    this.rowStart = new Int32Array(count + 1);
    const rowColumn: number[] = [];
    const entryStart: number[] = [0];
    const entryEdge: number[] = [];
    columns.forEach((entries, k) => {
      for (const [row, list] of entries) {
        rowColumn.push(row);
        entryEdge.push(...list);
        entryStart.push(entryEdge.length);
      }
      this.rowStart[k + 1] = rowColumn.length;
    });
    this.rowColumn = Int32Array.from(rowColumn);
    this.entryStart = Int32Array.from(entryStart);
    this.entryEdge = Int32Array.from(entryEdge);
    this.turned = Uint8Array.from({ length: edges }, (_, e) => (place[edgeFrom[e]] > place[edgeTo[e]] ? 1 : 0));

    // elimination tree and how many entries each column of L has
    this.parent = new Int32Array(count).fill(-1);
    const counts = new Int32Array(count);
    const flag = new Int32Array(count).fill(-1);
    for (let k = 0; k < count; k++) {
      flag[k] = k;
      for (let p = this.rowStart[k]; p < this.rowStart[k + 1]; p++) {
        for (let i = this.rowColumn[p]; flag[i] !== k; i = this.parent[i]) {
          if (this.parent[i] === -1) this.parent[i] = k;
          counts[i]++;
          flag[i] = k;
        }
      }
    }
    this.columnStart = new Int32Array(count + 1);
    for (let k = 0; k < count; k++) this.columnStart[k + 1] = this.columnStart[k] + counts[k];
    this.columnRow = new Int32Array(this.columnStart[count]);
    this.columnValue = new Float64Array(this.columnStart[count]);
    this.pivot = new Float64Array(count);
    this.work = new Float64Array(count);
    this.pattern = new Int32Array(count);
    this.mark = new Int32Array(count);
    this.filled = new Int32Array(count);
  }

  /** Factorises what stands in `diagonal` and `offDiagonal`. @returns false where a pivot is not positive */
  factor(): boolean {
    const { count } = this;
    const y = this.work;
    this.mark.fill(-1);
    this.filled.fill(0);
    for (let k = 0; k < count; k++) {
      let top = count;
      this.mark[k] = k;
      let pivot = this.diagonal[this.order[k]];
      for (let p = this.rowStart[k]; p < this.rowStart[k + 1]; p++) {
        let i = this.rowColumn[p];
        let value = 0;
        for (let q = this.entryStart[p]; q < this.entryStart[p + 1]; q++) value += this.offDiagonal[this.entryEdge[q]];
        y[i] += value;
        let length = 0;
        for (; this.mark[i] !== k; i = this.parent[i]) {
          this.pattern[length++] = i;
          this.mark[i] = k;
        }
        while (length > 0) this.pattern[--top] = this.pattern[--length];
      }
      for (; top < count; top++) {
        const i = this.pattern[top];
        const yi = y[i];
        y[i] = 0;
        const end = this.columnStart[i] + this.filled[i];
        for (let p = this.columnStart[i]; p < end; p++) y[this.columnRow[p]] -= this.columnValue[p] * yi;
        const lki = yi / this.pivot[i];
        pivot -= lki * yi;
        this.columnRow[end] = k;
        this.columnValue[end] = lki;
        this.filled[i]++;
      }
      if (!(pivot > 0)) return false;
      this.pivot[k] = pivot;
    }
    return true;
  }

  /** Solves with the last factorisation; `b` (by unknown) becomes the answer. */
  solve(b: Float64Array): void {
    const { count } = this;
    const x = this.work;
    for (let k = 0; k < count; k++) x[k] = b[this.order[k]];
    for (let k = 0; k < count; k++) {
      const xk = x[k];
      for (let p = this.columnStart[k]; p < this.columnStart[k + 1]; p++)
        x[this.columnRow[p]] -= this.columnValue[p] * xk;
    }
    for (let k = 0; k < count; k++) x[k] /= this.pivot[k];
    for (let k = count - 1; k >= 0; k--) {
      let xk = x[k];
      for (let p = this.columnStart[k]; p < this.columnStart[k + 1]; p++)
        xk -= this.columnValue[p] * x[this.columnRow[p]];
      x[k] = xk;
    }
    for (let k = 0; k < count; k++) {
      b[this.order[k]] = x[k];
      x[k] = 0;
    }
  }
}

/**
 * The same for a matrix whose pattern is symmetric and whose numbers are not: `offDiagonal` has the entry in the row of an
 * edge's `from`, `offDiagonalBack` the one in the row of its `to`. Without pivoting, for matrices of networks, whose
 * columns are ruled by their diagonals.
 */
export class GeneralFactor extends SymmetricFactor {
  readonly offDiagonalBack: Float64Array;
  readonly #upperValue: Float64Array;
  readonly #upperWork: Float64Array;

  constructor(count: number, edgeFrom: ArrayLike<number>, edgeTo: ArrayLike<number>) {
    super(count, edgeFrom, edgeTo);
    this.offDiagonalBack = new Float64Array(edgeFrom.length);
    this.#upperValue = new Float64Array(this.columnValue.length);
    this.#upperWork = new Float64Array(count);
  }

  override factor(): boolean {
    const { count, work: below } = this;
    const above = this.#upperWork;
    this.mark.fill(-1);
    this.filled.fill(0);
    for (let k = 0; k < count; k++) {
      let top = count;
      this.mark[k] = k;
      let pivot = this.diagonal[this.order[k]];
      for (let p = this.rowStart[k]; p < this.rowStart[k + 1]; p++) {
        let i = this.rowColumn[p];
        for (let q = this.entryStart[p]; q < this.entryStart[p + 1]; q++) {
          const e = this.entryEdge[q];
          const [there, back] = [this.offDiagonal[e], this.offDiagonalBack[e]];
          // the row of the earlier unknown is above the diagonal
          above[i] += this.turned[e] ? back : there;
          below[i] += this.turned[e] ? there : back;
        }
        let length = 0;
        for (; this.mark[i] !== k; i = this.parent[i]) {
          this.pattern[length++] = i;
          this.mark[i] = k;
        }
        while (length > 0) this.pattern[--top] = this.pattern[--length];
      }
      for (; top < count; top++) {
        const i = this.pattern[top];
        const [a, b] = [above[i], below[i]];
        above[i] = 0;
        below[i] = 0;
        const end = this.columnStart[i] + this.filled[i];
        for (let p = this.columnStart[i]; p < end; p++) {
          above[this.columnRow[p]] -= this.columnValue[p] * a;
          below[this.columnRow[p]] -= this.#upperValue[p] * b;
        }
        pivot -= (a * b) / this.pivot[i];
        this.columnRow[end] = k;
        this.columnValue[end] = b / this.pivot[i];
        this.#upperValue[end] = a / this.pivot[i];
        this.filled[i]++;
      }
      if (!(pivot > 0)) return false;
      this.pivot[k] = pivot;
    }
    return true;
  }

  override solve(b: Float64Array): void {
    const { count, work: x } = this;
    for (let k = 0; k < count; k++) x[k] = b[this.order[k]];
    for (let k = 0; k < count; k++)
      for (let p = this.columnStart[k]; p < this.columnStart[k + 1]; p++)
        x[this.columnRow[p]] -= this.columnValue[p] * x[k];
    for (let k = count - 1; k >= 0; k--) {
      let xk = x[k] / this.pivot[k];
      for (let p = this.columnStart[k]; p < this.columnStart[k + 1]; p++)
        xk -= this.#upperValue[p] * x[this.columnRow[p]];
      x[k] = xk;
    }
    for (let k = 0; k < count; k++) {
      b[this.order[k]] = x[k];
      x[k] = 0;
    }
  }
}
