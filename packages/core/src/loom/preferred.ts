/** Preferred values of one decade. @source [std IEC 60063] series E12 and E24 */
const E12 = [1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2];
const E24 = [
  1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5, 8.2, 9.1,
];

/**
 * Preferred value nearest (by ratio) to the geometric middle of a window, Ω: an E12 value when one lies inside, else an E24
 * value, else null.
 */
export function preferredOhm(window: readonly [number, number]): number | null {
  return inWindow(E12, window) ?? inWindow(E24, window);
}

function inWindow(series: readonly number[], [low, high]: readonly [number, number]): number | null {
  const aim = Math.sqrt(low * high);
  const decade = Math.floor(Math.log10(aim));
  const around = [decade - 1, decade, decade + 1].flatMap((d) =>
    series.map((v) => Number((v * 10 ** d).toPrecision(3))),
  );
  const inside = around.filter((v) => v >= low && v <= high);
  return inside.sort((a, b) => Math.abs(Math.log(a / aim)) - Math.abs(Math.log(b / aim)))[0] ?? null;
}
