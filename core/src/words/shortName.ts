/** A drink's name where there is little room: "Roselle" of "Roselle and rose hip cooler". */
export const shortName = (name: string): string => name.split(/ and |,| with /)[0]!;
