import { CHEMISTRIES } from '@puddler/core';
import { choice, flag, number, text, whole } from './field';

/** Figures of a pack, in the order of its drawer. */
export const PACK_FIELDS = {
  'packs.name': text('Name', { link: 'pack', needed: true }),
  'packs.chemistry': choice(CHEMISTRIES, 'Chemistry', { link: 'pack', needed: true, column: {} }),
  'packs.cells': whole([1, 30], 'cells', 'Cells', { link: 'pack', needed: true, column: { also: ['s'] } }),
  'packs.capacityAh': number([0.05, 200], 'Ah', 'Capacity', { link: 'pack', needed: true, help: '5000 mAh is understood', column: {} }),
  'packs.cRating': number([0.5, 400], 'C', 'C rating', { link: 'pack', column: { also: ['c'] } }),
  'packs.cellResistanceOhm': number([0.00001, 2], 'Ω', 'Resistance of a cell', {
    link: 'pack',
    help: 'Many chargers measure it',
    column: { head: 'cell resistance' },
  }),
  'packs.massG': number([1, 50000], 'g', 'Weight', { link: 'pack', column: { also: ['mass'] } }),
  'packs.plug': text('Plug', { column: {} }),
  'packs.plugA': number([0.5, 2000], 'A', 'Plug rated for', { link: 'pack', column: {} }),
  'packs.lengthMm': number([5, 1000], 'mm', 'Length', { link: 'pack', column: {} }),
  'packs.widthMm': number([5, 500], 'mm', 'Width', { link: 'pack', column: {} }),
  'packs.heightMm': number([2, 500], 'mm', 'Height', { link: 'pack', column: {} }),
};

/** Figures of an ESC and of the wires to it. */
export const ESC_FIELDS = {
  'esc.name': text('Name', { link: 'esc', needed: true }),
  'esc.continuousA': number([0.5, 2000], 'A', 'Continuous', { link: 'esc', needed: true, column: { also: ['amps', 'continuous amps'] } }),
  'esc.burstA': number([0.5, 10000], 'A', 'Burst', { link: 'esc', column: { also: ['peak'] } }),
  'esc.minCells': whole([1, 60], 'cells', 'Fewest cells', { link: 'esc', column: { also: ['min cells'] } }),
  'esc.maxCells': whole([1, 60], 'cells', 'Most cells', { link: 'esc', column: { also: ['max cells'] } }),
  'esc.cutoffVPerCell': number([0, 4.3], 'V', 'Cut-off per cell', { link: 'esc', help: 'Never off with lithium', column: { head: 'cut-off' } }),
  'esc.resistanceOhm': number([0.000001, 5], 'Ω', 'Resistance', { link: 'esc', column: {} }),
  'esc.massG': number([0.5, 10000], 'g', 'Weight', { link: 'esc', column: { also: ['mass'] } }),
  'esc.becV': number([3, 15], 'V', 'BEC', { link: 'esc', column: { also: ['bec volts'] } }),
  'esc.becA': number([0.1, 50], 'A', 'BEC current', { link: 'esc', column: {} }),
  'esc.capacitorV': number([3, 200], 'V', 'Capacitor rated for', { link: 'esc', help: 'The one at its pack wires, where one is fitted' }),
  'esc.sensored': flag('Reads a sensor', { link: 'esc', column: { head: 'sensored' } }),
  'esc.fan': flag('Has a fan', { link: 'esc', column: {} }),
  'esc.lengthMm': number([5, 500], 'mm', 'Length', { link: 'esc', column: {} }),
  'esc.widthMm': number([5, 500], 'mm', 'Width', { link: 'esc', column: {} }),
  'esc.heightMm': number([2, 500], 'mm', 'Height', { link: 'esc', column: {} }),
  'wiring.resistanceOhm': number([0, 2], 'Ω', 'Leads and plugs', { link: 'esc', help: 'From pack to ESC, both ways' }),
};
