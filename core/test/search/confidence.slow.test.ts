import { canBeSure, nearlySureOf, sampleBands, resolvePlan, type SearchQuery } from '@puddler/core';
import { sureFigure, ConfidenceJudge, SURE_DRAWS, SURE_MISSES } from '../../src/search/confidence';
import { plainPlan } from '../helpers';

const plan = plainPlan({ run: { profile: 'race', minutes: 5 } });

describe('nearly sure', () => {
  it('is what nine of ten predictions keep, near the end of the band', () => {
    const { figures } = sampleBands(plan, resolvePlan(plan));
    const canC = sureFigure(plan, 'canC');
    expect(canC).toBeGreaterThan(figures.maxCanC.p50);
    expect(Math.abs(canC / figures.maxCanC.p90 - 1)).toBeLessThan(0.1);
    const speedMs = sureFigure(plan, 'topSpeed');
    expect(speedMs).toBeLessThan(figures.topSpeedMs.p50);
    expect(Math.abs(speedMs / figures.topSpeedMs.p10 - 1)).toBeLessThan(0.05);
    expect(SURE_MISSES / SURE_DRAWS).toBeLessThanOrEqual(0.1);
  });

  it('is kept just at its figure, and not beyond it', () => {
    const canC = sureFigure(plan, 'canC');
    const minutes = sureFigure(plan, 'minutes');
    const judge = (query: Omit<SearchQuery, 'aim'>) => new ConfidenceJudge({ aim: 'speed', ...query }).failedBy(plan);
    expect(judge({ canC, nearlySure: ['canC'] })).toBeUndefined();
    expect(judge({ canC: canC - 1, nearlySure: ['canC'] })).toBe('canC');
    expect(judge({ minutes, nearlySure: ['minutes'] })).toBeUndefined();
    expect(judge({ minutes: minutes + 0.5, nearlySure: ['minutes'] })).toBe('minutes');
    // What is asked as likely only is no business of the judge.
    expect(judge({ canC: canC - 20, minutes, nearlySure: ['minutes'] })).toBeUndefined();
  });

  it('says the same of a setup whatever it judged before', () => {
    const hot = plainPlan({ gearing: { pinion: 30, spur: 60 }, run: { profile: 'race', minutes: 5 } });
    const query: SearchQuery = { aim: 'speed', canC: sureFigure(plan, 'canC'), nearlySure: ['canC'] };
    const judge = new ConfidenceJudge(query);
    for (let i = 0; i < 20; i++) judge.failedBy(hot);
    expect(judge.failedBy(plan)).toBe(new ConfidenceJudge(query).failedBy(plan));
    expect(judge.failedBy(hot)).toBe(new ConfidenceJudge(query).failedBy(hot));
  });

  it('is asked of what has a spread and is named', () => {
    const query: SearchQuery = {
      aim: 'speed',
      topSpeed: { is: 'about', speedMs: 15 },
      crawlMs: 0.4,
      canC: 70,
      nearlySure: ['topSpeed', 'canC', 'pullN'],
    };
    expect(canBeSure(query, 'topSpeed')).toBe(false);
    expect(canBeSure(query, 'crawlMs')).toBe(false);
    expect(canBeSure(query, 'canC')).toBe(true);
    expect(nearlySureOf(query)).toEqual(['canC']);
    expect(nearlySureOf({ ...query, topSpeed: { is: 'at-least', speedMs: 15 } })).toEqual(['topSpeed', 'canC']);
  });
});
