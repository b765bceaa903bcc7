import { Interpolant, type InterpolantPoint } from '../../src/search/interpolant';

const at = (lnRatio: number, lnRise: number, kind: InterpolantPoint['kind'] = 'time'): InterpolantPoint => ({
  lnRatio,
  lnRise,
  lnMinutes: 3 - lnRise,
  kind,
  driven: { canC: 20 + Math.exp(lnRise), minutes: Math.exp(3 - lnRise) },
});
const interpolantOf = (...points: InterpolantPoint[]) => {
  const interpolant = new Interpolant();
  for (const point of points) interpolant.add(point);
  return interpolant;
};
/** A curve that bends, as heat over gears does. */
const curve = (x: number) => 5 - 2.4 * x + 0.3 * x * x;

describe('setups in the order of their gears', () => {
  it('says what was driven where it was, and nothing beyond the ends or across a gap', () => {
    const interpolant = interpolantOf(at(2, 3), at(1, 3.4), at(1.2, 3.3));
    expect(interpolant.read(1.2)).toMatchObject({ driven: { canC: 20 + Math.exp(3.3) }, riseMargin: 0, minutesMargin: 0 });
    expect(interpolant.read(0.9)).toBeUndefined();
    expect(interpolant.read(2.1)).toBeUndefined();
    expect(interpolant.read(1.6)).toBeUndefined();
    expect(interpolant.read(1.1)).toBeDefined();
  });

  it('takes a ratio once, though its pairs of gears round it differently', () => {
    const interpolant = interpolantOf(at(1, 3.4), at(1 + 1e-15, 9));
    expect(interpolant.size).toBe(1);
    expect(interpolant.read(1 - 1e-14)!.lnRise).toBe(3.4);
  });

  it('does not read between runs that ended otherwise', () => {
    expect(interpolantOf(at(1, 3.4), at(1.1, 3.3, 'cut')).read(1.05)).toBeUndefined();
    expect(interpolantOf(at(1, 5, 'hot'), at(1.1, 5, 'hot')).read(1.05)).toMatchObject({ kind: 'hot' });
  });

  it('follows a curve through four points with a narrower margin than through two, and never leaves it', () => {
    const two = interpolantOf(at(1, curve(1)), at(1.1, curve(1.1)));
    const four = interpolantOf(...[0.9, 1, 1.1, 1.2].map((x) => at(x, curve(x))));
    for (const x of [1.02, 1.05, 1.08]) {
      const [wide, narrow] = [two.read(x)!, four.read(x)!];
      expect(Math.abs(narrow.lnRise - curve(x))).toBeLessThan(1e-9);
      expect(narrow.riseMargin).toBeLessThan(0.8 * wide.riseMargin);
      expect(Math.abs(wide.lnRise - curve(x))).toBeLessThan(wide.riseMargin);
    }
  });

  it('allows for a bend in the curve', () => {
    const bent = (x: number) => (x < 1.05 ? 3.4 : 3.4 - 2 * (x - 1.05));
    const interpolant = interpolantOf(...[0.9, 1, 1.1, 1.2].map((x) => at(x, bent(x))));
    for (const x of [1.01, 1.04, 1.06, 1.09]) {
      const read = interpolant.read(x)!;
      expect(Math.abs(read.lnRise - bent(x))).toBeLessThan(read.riseMargin);
    }
  });
});
