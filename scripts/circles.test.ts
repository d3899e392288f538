// No file imports itself by way of others, in any package; types count as well as values.
import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('..', import.meta.url));

/** File → files that it imports by a relative path. */
function importsOf(folder: string): Map<string, string[]> {
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((file) =>
    /(?<!\.test|\.testdata)\.(ts|vue)$/.test(file),
  );
  return new Map(
    files.map((file) => [
      file,
      [...readFileSync(join(folder, file), 'utf8').matchAll(/(?:\bfrom|\bimport)\s*\(?\s*'(\.[^']+)'/g)].map((m) =>
        normalize(join(dirname(file), m[1])),
      ),
    ]),
  );
}

/** The first circle there is, as the files along it; undefined where there is none. */
function circle(imports: ReadonlyMap<string, readonly string[]>): string[] | undefined {
  const done = new Set<string>();
  const path: string[] = [];
  const walk = (file: string): string[] | undefined => {
    if (done.has(file)) return undefined;
    const at = path.indexOf(file);
    if (at >= 0) return [...path.slice(at), file];
    path.push(file);
    for (const next of imports.get(file) ?? []) {
      const found = walk(next);
      if (found) return found;
    }
    path.pop();
    done.add(file);
    return undefined;
  };
  for (const file of imports.keys()) {
    const found = walk(file);
    if (found) return found;
  }
  return undefined;
}

describe('no circle of files', () => {
  it.each(['core', 'plan', 'display', 'book', 'cli', 'server', 'web'])('in %s', (name) => {
    const imports = importsOf(join(root, 'packages', name, 'src'));
    expect(imports.size).toBeGreaterThan(3);
    expect([...imports.values()].flat().length).toBeGreaterThan(3);
    expect(circle(imports)).toBeUndefined();
  });
  it('a circle is seen', () => {
    const imports = new Map([
      ['a', ['b']],
      ['b', ['c', 'd']],
      ['c', []],
      ['d', ['b']],
    ]);
    expect(circle(imports)).toEqual(['b', 'd', 'b']);
  });
});
