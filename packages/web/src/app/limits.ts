// The page of the docs on what is not known, as its parts.
import page from '../../../../docs/limits.md?raw';

export interface LimitSection {
  readonly id: string;
  readonly title: string;
  readonly lines: readonly string[];
}

/** The page: what stands before its first part, and each part with its sentences. */
export function limitSections(text: string = page): {
  readonly lead: string;
  readonly sections: readonly LimitSection[];
} {
  const [first, ...parts] = text.split(/^## /m);
  const lead = first
    .split('\n')
    .filter((line) => !line.startsWith('# '))
    .join(' ')
    .replace(/\s+/g, ' ')
    .trim();
  return {
    lead,
    sections: parts.map((part) => {
      const [title, ...rest] = part.split('\n');
      const lines = rest
        .join('\n')
        .split(/^- /m)
        .map((line) => line.replace(/\s+/g, ' ').trim())
        .filter((line) => line !== '');
      return { id: (title.trim().split(/\s/)[0] ?? '').toLowerCase(), title: title.trim(), lines };
    }),
  };
}
