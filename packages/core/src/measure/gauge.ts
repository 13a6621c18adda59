/** Conductor sizes: American wire gauge and metric cross-sections, and their resistance. */

/** Gauges met in branch circuits, thickest last but one for fixture wire. */
export const AWG_SIZES = [18, 16, 14, 12, 10, 8, 6] as const;
export type Awg = (typeof AWG_SIZES)[number];

/** Resistivity of annealed copper, 100 % IACS, at 20 °C in Ω·mm²/m (IEC 60028). */
export const COPPER_RESISTIVITY_20C = 0.017241;
/** Temperature coefficient of copper resistance at 20 °C, per kelvin (IEC 60028). */
export const COPPER_ALPHA_20C = 0.00393;

/** Diameter of a solid AWG conductor in mm (ASTM B258: 0.127 mm · 92^((36 − n)/39)). */
export const awgDiameterMm = (awg: number): number => 0.127 * 92 ** ((36 - awg) / 39);

/** Cross-section of a solid AWG conductor in mm² (ASTM B258). */
export const awgAreaMm2 = (awg: number): number => (Math.PI / 4) * awgDiameterMm(awg) ** 2;

/**
 * Direct-current resistance of a solid copper conductor, from first principles.
 * @param areaMm2 cross-section in mm², above 0
 * @param celsius conductor temperature in °C
 * @returns Ω per metre
 */
export function copperOhmPerMetre(areaMm2: number, celsius: number): number {
  if (!(areaMm2 > 0)) throw new RangeError(`copperOhmPerMetre: area ${areaMm2} mm² must be above 0`);
  return (COPPER_RESISTIVITY_20C / areaMm2) * (1 + COPPER_ALPHA_20C * (celsius - 20));
}

/** `14` → `14 AWG`. */
export const printAwg = (awg: Awg): string => `${awg} AWG`;
