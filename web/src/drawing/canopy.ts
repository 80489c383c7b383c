// The outline of a plant from above: round, a little irregular, always the same for the same hole.

/** A closed path of the given diameter round (x, y); `seed` decides its wobble. */
export function canopy(x: number, y: number, diameter: number, seed: number): string {
  const points = diameter < 14 ? 6 : 9;
  const spots = Array.from({ length: points }, (_, i) => {
    const angle = ((i + (seed % 7) / 7) / points) * 2 * Math.PI;
    const radius = (diameter / 2) * (0.86 + 0.14 * noise(seed * 31 + i));
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)] as const;
  });
  return smooth(spots);
}

/** A smooth closed curve through the middles of the sides of a polygon. */
function smooth(spots: (readonly [number, number])[]): string {
  const middle = (i: number) => {
    const [a, b] = [spots[i % spots.length] ?? [0, 0], spots[(i + 1) % spots.length] ?? [0, 0]];
    return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as const;
  };
  const tenth = (n: number) => Math.round(n * 10) / 10;
  const at = ([px, py]: readonly [number, number]) => `${tenth(px)} ${tenth(py)}`;
  const curves = spots.map((_, i) => `Q${at(spots[(i + 1) % spots.length] ?? [0, 0])} ${at(middle(i + 1))}`);
  return `M${at(middle(0))}${curves.join('')}Z`;
}

/** A number from 0 to 1 that looks like chance and is not. */
function noise(n: number): number {
  const s = Math.sin(n * 127.1 + 311.7) * 43758.5453;
  return s - Math.floor(s);
}
