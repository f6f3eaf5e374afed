/** Value of a polynomial, lowest power first. */
const polynomial = (x: number, ...of: number[]) => of.reduceRight((sum, c) => sum * x + c, 0)

/**
 * Modified Bessel function of the second kind, order 0 (Abramowitz and Stegun 9.8.1, 9.8.5, 9.8.6): to 2·10⁻⁷.
 * @param x above 0
 */
export function besselK0(x: number): number {
  if (x > 2) {
    const y = 2 / x
    const of = [1.25331414, -0.07832358, 0.02189568, -0.01062446, 0.00587872, -0.0025154, 0.00053208]
    return (Math.exp(-x) / Math.sqrt(x)) * polynomial(y, ...of)
  }
  const i0 = polynomial((x / 3.75) ** 2, 1, 3.5156229, 3.0899424, 1.2067492, 0.2659732, 0.0360768, 0.0045813)
  return -Math.log(x / 2) * i0 + polynomial((x / 2) ** 2, -0.57721566, 0.4227842, 0.23069756, 0.0348859, 0.00262698, 0.0001075, 0.0000074)
}
