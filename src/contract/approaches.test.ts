import { describe, expect, test } from 'vitest';
import { Approach } from './plan';
import { APPROACHES } from '../core/correct';

describe('ways of working that ship', () => {
  test('six or more, each with a name of its own', () => {
    expect(APPROACHES.length).toBeGreaterThanOrEqual(6);
    expect(new Set(APPROACHES.map(({ id }) => id)).size).toBe(APPROACHES.length);
    expect(new Set(APPROACHES.map(({ name }) => name)).size).toBe(APPROACHES.length);
  });

  test.each(APPROACHES.map((one) => [one.name, one] as const))(
    '%s can be kept, and says what, why and what others say',
    (_, one) => {
      expect(Approach.safeParse(one).success).toBe(true);
      expect(one.stages.length).toBeGreaterThanOrEqual(3);
      expect(new Set(one.stages.map(({ id }) => id)).size).toBe(one.stages.length);
      for (const { asks, why, otherwise } of one.stages)
        for (const words of [asks, why, otherwise]) expect(words).toMatch(/\w{3,}.*\.$/);
    },
  );

  test.each(APPROACHES.map((one) => [one.name, one] as const))(
    '%s speaks of more, and of finer things, as it goes on',
    (_, { stages }) => {
      stages.slice(1).forEach((stage, i) => expect(stage.coarse).toBeLessThanOrEqual(stages[i].coarse));
      expect(stages[stages.length - 1].coarse).toBeLessThanOrEqual(1.2);
      expect(stages[0].loud).toContain('value');
    },
  );

  test('one colour never speaks of temperature or strength', () => {
    const stages = APPROACHES.find(({ id }) => id === 'one-colour')?.stages ?? [];
    expect(stages.flatMap(({ loud }) => loud).every((kind) => kind === 'value' || kind === 'edge')).toBe(true);
  });

  test('where rags and solvents come in, the caution stands beside it and defers to sheet and rules', () => {
    const words = APPROACHES.flatMap(({ stages }) => stages)
      .map(({ asks, why }) => `${asks} ${why}`)
      .filter((text) => /\brag\b|solvent/i.test(text));
    expect(words.length).toBeGreaterThan(0);
    for (const text of words) expect(text).toMatch(/heat up by themselves.*product sheet and local rules/);
  });
});
