/** Physical constants of docs/model.md. */
export const GRAVITY_MS2 = 9.80665;
export const ZERO_C_IN_K = 273.15;
/** Winding, magnet and cell figures are quoted at this temperature. */
export const REFERENCE_C = 25;
/** rpm per V to N·m per A: Kt = 60/(2π·kv). */
export const RPM_PER_RAD_S = 60 / (2 * Math.PI);
/** 100 km/h in m/s, where a tyre's growth is quoted. */
export const GROWTH_SPEED_MS = 100 / 3.6;
/** From 30 km/h on a car can hurt somebody on foot badly; below, neither tyres nor steering meet speeds that they were not made for [m/s]. */
export const SPEED_RUN_MS = 30 / 3.6;
