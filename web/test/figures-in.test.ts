import { withEdits, type FigurePath, type PlanFile } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { figuresIn } from '../src/active/figures-in';

const brushless = plainPlan();
const read = (text: string, near: FigurePath, plan: PlanFile = brushless) =>
  figuresIn(text, near, plan)?.map(({ path, value }) => `${path} ${String(value)}`);

describe('figures of a part, typed where one of them belongs', () => {
  test.each<[FigurePath, string, string[]]>([
    ['esc.maxCells', '2-3S', ['esc.minCells 2', 'esc.maxCells 3']],
    ['esc.minCells', '2–3S LiPo', ['esc.minCells 2', 'esc.maxCells 3']],
    ['esc.becV', '6V/3A', ['esc.becV 6', 'esc.becA 3']],
    ['esc.continuousA', '90/320A', ['esc.continuousA 90', 'esc.burstA 320']],
    ['esc.lengthMm', '40x31x20', ['esc.lengthMm 40', 'esc.widthMm 31', 'esc.heightMm 20']],
    ['packs[0].lengthMm', '138 x 46 x 25', ['packs[0].lengthMm 138', 'packs[0].widthMm 46', 'packs[0].heightMm 25']],
    ['packs[0].cells', '4S 4200 mAh', ['packs[0].capacityAh 4.2', 'packs[0].cells 4']],
    ['gearing.pinion', '23/68', ['gearing.pinion 23', 'gearing.spur 68']],
    ['motor.kvRpmPerV', '2850kv 4274', ['motor.kvRpmPerV 2850', 'motor.diameterMm 42', 'motor.lengthMm 74']],
  ])('%s: “%s”', (near, text, edits) => {
    expect(read(text, near)?.toSorted()).toEqual(edits.toSorted());
  });

  test.each<[string, FigurePath, string]>([
    ['is not understood', 'esc.maxCells', 'banana'],
    ['is half understood', 'esc.maxCells', '2-3S banana'],
    ['names nothing', 'esc.maxCells', '3'],
    ['is out of range', 'esc.maxCells', '2-99S'],
    ['is of other cells', 'packs[0].cells', '7.2V'],
    ['is of another motor', 'motor.kvRpmPerV', '540 21T brushed'],
    ['is of no part', 'site.ambientC', '2-3S'],
  ])('a text that %s changes nothing (%s: “%s”)', (_why, near, text) => {
    expect(read(text, near)).toBeUndefined();
  });

  test('a tooth count that was only typical is known once it is typed, though it is the same', () => {
    const { pinion, spur } = brushless.gearing;
    const typical = { ...brushless, gearing: { ...brushless.gearing, typical: ['pinion', 'spur'] as ('pinion' | 'spur')[] } };
    expect(read(`${pinion}/${spur}`, 'gearing.pinion', typical)?.toSorted()).toEqual([`gearing.pinion ${pinion}`, `gearing.spur ${spur}`]);
    expect(read(`${pinion}/${spur}`, 'gearing.pinion')).toEqual([]);
  });

  test('a motor that nobody chose takes its figures from a label as well', () => {
    expect(read('2850kv 4274', 'motor.kvRpmPerV', { ...brushless, usualParts: ['motor'] })).toContain('motor.kvRpmPerV 2850');
  });

  test('what stands already is understood, and no edit', () => {
    const rated = withEdits(brushless, [
      { path: 'esc.minCells', value: 2 },
      { path: 'esc.maxCells', value: 3 },
    ]);
    expect(read('2-3S', 'esc.maxCells', rated)).toEqual([]);
  });
});
