/**
 * The core's units: numbers that know their unit at compile time and are plain numbers at run time.
 * One SI unit a kind; trade units live in the other files of this folder and appear only at the edge.
 */
declare const unit: unique symbol;
type Quantity<Unit extends string> = number & { readonly [unit]: Unit };

/** A temperature. */
export type Celsius = Quantity<'°C'>;
/** A difference of temperatures: 20 °C − 15 °C is 5 K. */
export type Kelvins = Quantity<'K'>;
export type Metres = Quantity<'m'>;
/** A depth of water: rain, irrigation. */
export type Millimetres = Quantity<'mm'>;
export type SquareMetres = Quantity<'m²'>;
export type Kilograms = Quantity<'kg'>;
export type Litres = Quantity<'L'>;
export type KilogramsPerHectare = Quantity<'kg/ha'>;
export type LitresPerHectare = Quantity<'L/ha'>;
export type GramsPerLitre = Quantity<'g/L'>;
export type MetresPerSecond = Quantity<'m/s'>;
export type SquareMetresPerSecond = Quantity<'m²/s'>;

const atLeast =
  <Q extends number>(least: number, what: string) =>
  /** @throws RangeError if not finite or below what the world allows: past the edge that is a bug */
  (value: number): Q => {
    if (!Number.isFinite(value) || value < least) throw new RangeError(`Not ${what}: ${value}`);
    return value as Q;
  };

export const celsius = atLeast<Celsius>(-273.15, 'a temperature in °C');
export const kelvins = atLeast<Kelvins>(-Infinity, 'a difference of temperatures in K');
export const metres = atLeast<Metres>(0, 'a length in m');
export const millimetres = atLeast<Millimetres>(0, 'a depth of water in mm');
export const squareMetres = atLeast<SquareMetres>(0, 'an area in m²');
export const litres = atLeast<Litres>(0, 'a volume in L');
export const gramsPerLitre = atLeast<GramsPerLitre>(0, 'a concentration in g/L');

/** m² in a hectare: exact. */
export const SQUARE_METRES_PER_HECTARE = 10_000;
