/** Parts as a cook pours them: to a quarter from one up, else to a twentieth. */
export const partsWords = (x: number): string => {
  const rounded = x >= 1 ? Math.round(x * 4) / 4 : Math.round(x * 20) / 20;
  return `${rounded} part${rounded === 1 ? '' : 's'}`;
};

/** "1 part with 2 parts of cold water and 0.3 parts of syrup" */
export const labelLine = ({ parts: p }: { parts: { water: number; syrup: number } }): string =>
  `1 part with ${partsWords(p.water)} of cold water${p.syrup > 0.02 ? ` and ${partsWords(p.syrup)} of syrup` : ''}`;

/** Below so much water a part it is poured as it is: nobody tastes the difference. House estimate. */
const AS_IT_IS = 0.08;

/** How a thing is drunk, as its card and its label say: let down with so many parts of water, or as it is; over ice or cold. */
export function drinkLine({
  waterPerPart,
  iced,
  glassMl,
}: {
  waterPerPart: number;
  iced: boolean;
  glassMl: number;
}): string {
  const ice = iced ? ' over ice' : ', cold';
  if (waterPerPart < AS_IT_IS) return `Pour ${glassMl} ml as it is${ice}`;
  return `${labelLine({ parts: { water: waterPerPart, syrup: 0 } })}${ice}`;
}

/** The line for a jug's label: how to drink it so that the glass is as strong as wanted. */
export const dilutionLine = ({
  strengthX,
  wantedX,
  thinning,
  glassMl,
}: {
  strengthX: number;
  wantedX: number;
  /** by the ice it is poured on */
  thinning: number;
  glassMl: number;
}): string => drinkLine({ waterPerPart: strengthX / (wantedX * thinning) - 1, iced: thinning > 1, glassMl });
