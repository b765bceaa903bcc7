import { LINK_NAMES } from '@puddler/core';
import { headline } from '../../active/link-text';
import { LINK_TITLES } from '../../active/field-specs';
import type { ComparedSetup } from './use-setups';

/** The setups as columns: their links, then what they do; metric, as all files are. */
export function comparedTable(setups: readonly ComparedSetup[]): { heads: string[]; rows: (string | number | undefined)[][] } {
  const steady = (setup: ComparedSetup) => (setup.view.state === 'ready' ? setup.view.steady : undefined);
  const figures: [string, (setup: ComparedSetup) => number | undefined][] = [
    ['top speed [km/h]', (one) => (steady(one) ? 3.6 * steady(one)!.topSpeedMs : undefined)],
    ['current at speed [A]', (one) => steady(one)?.packCurrentA],
    ['peak current [A]', (one) => one.result?.driven.run.peakPackCurrentA],
    ['can [°C]', (one) => one.result?.driven.run.maxCanC],
    ['winding [°C]', (one) => one.result?.driven.run.maxWindingC],
    ['ESC [°C]', (one) => one.result?.driven.run.maxEscC],
    ['motor efficiency [%]', (one) => (steady(one) ? 100 * steady(one)!.motorEfficiency : undefined)],
    ['to cut-off [min]', (one) => one.bands?.figures.minutes.p50],
  ];
  return {
    heads: ['', ...setups.map((one) => `${one.letter} ${one.pin.name}`)],
    rows: [
      ...LINK_NAMES.map((link) => [LINK_TITLES[link], ...setups.map((one) => headline(link, one.pin.file, 'metric'))]),
      ...figures.map(([name, of]) => [name, ...setups.map(of)]),
    ],
  };
}
