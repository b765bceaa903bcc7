import { limitsWith, SWEPT, type PlanFile } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { ANSWER_SPECS, bordersOf, linesOf, SWEEP_ANSWERS, SWEPT_WORDS, sweptOf, sweptRange, usualSpan } from '../src/stations/plan/sweep/sweep-specs';
import { fileName } from '../src/ui/CsvButton';
import { guarded } from '@puddler/figures';
import { toCsv } from '../src/ui/to-csv';

const plan = plainPlan();

describe('a sweep’s range', () => {
  it('lies around the present figure, inside what is sane', () => {
    for (const swept of sweptOf(plan)) {
      const [from, to] = usualSpan(plan, swept);
      const { min, max } = sweptRange(swept);
      expect([swept, from < to, from >= min, to <= max]).toEqual([swept, true, true, true]);
    }
    expect(usualSpan(plan, 'pinion')).toEqual([13, 27]);
    expect(usualSpan(plan, 'cells')).toEqual([1, 5]);
    expect(usualSpan(plainPlan({ packs: [{ ...plan.packs[0]!, cells: 1 }] }), 'cells')[0]).toBe(1);
  });

  it('has words for each', () => expect(Object.keys(SWEPT_WORDS).sort()).toEqual([...SWEPT].sort()));
});

describe('limits of a sweep', () => {
  const limits = limitsWith({ 'motor-temperature': { caution: 60 } });

  it('run as borders where a figure reaches caution and stop', () => {
    const borders = bordersOf(limits);
    expect(borders.find((one) => one.id === 'motor-temperature-caution')).toMatchObject({ at: 60, tone: 'caution', label: 'can caution' });
    expect(borders.map((one) => one.id)).toContain('pack-current-stop');
    const answers = { maxCanC: 61 } as Parameters<(typeof borders)[number]['of']>[0];
    expect(borders.find((one) => one.id === 'motor-temperature-caution')!.of(answers)).toBe(61);
  });

  it('stand as lines in the answer’s own unit', () => {
    expect(linesOf('maxCanC', plan, limits).map(({ at, tone }) => [at, tone])).toEqual([
      [60, 'caution'],
      [85, 'stop'],
    ]);
    expect(linesOf('motorEfficiency', plan, limits)).toEqual([]);
    // 5 Ah at 50C.
    expect(linesOf('peakPackCurrentA', plan, limits)).toEqual([{ at: 250, label: 'label and plug', tone: 'stop' }]);
    expect(linesOf('minutes', plan, limits)).toEqual([{ at: 2, label: 'wanted', tone: 'caution' }]);
    const { run: _run, ...without } = plan;
    expect(linesOf('minutes', without as PlanFile, limits)).toEqual([]);
    expect(linesOf('topSpeedMs', plan, limits)).toEqual([]);
  });

  it('has words and a unit for every answer', () => {
    for (const id of SWEEP_ANSWERS) expect(ANSWER_SPECS[id].unit('imperial').symbol).not.toBe('');
  });
});

describe('CSV', () => {
  it('quotes what must be, keeps nine figures, and leaves gaps empty', async () => {
    expect(
      await toCsv(
        ['a', 'b, c'],
        [
          [1 / 3, 'x "y"'],
          [undefined, 2],
        ],
      ),
    ).toBe('a,"b, c"\r\n0.333333333,"x ""y"""\r\n,2');
  });

  it('lets no text pass for a formula', async () => {
    expect(guarded('=1+1')).toBe("'=1+1");
    expect(await toCsv(['name'], [['-cmd'], ['plain']])).toBe("name\r\n'-cmd\r\nplain");
  });

  it('makes names that every system takes', () => expect(fileName('Can over pinion & kv: 60 °C!')).toBe('can-over-pinion-kv-60-c'));
});
