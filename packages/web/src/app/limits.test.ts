import { describe, expect, it } from 'vitest';
import { CLOSE_TO, FINDINGS, LIMIT_PARTS } from '@vernal-slope/plan/findings';
import { limitSections } from './limits.ts';

describe('the page of what is not known', () => {
  const { lead, sections } = limitSections();
  it('has a part for all that findings lead to, with sentences', () => {
    expect(lead.length).toBeGreaterThan(20);
    const ids = sections.map((s) => s.id);
    for (const part of LIMIT_PARTS) expect(ids).toContain(part);
    expect(new Set(ids).size).toBe(ids.length);
    // nothing leads there that is no finding
    for (const code of Object.keys(CLOSE_TO)) expect(Object.keys(FINDINGS)).toContain(code);
    for (const s of sections) {
      expect(s.lines.length, s.title).toBeGreaterThan(0);
      for (const line of s.lines) expect(line, s.title).toMatch(/[.”]$/);
    }
  });
});
