import { and } from "../../lane/words";

/** "one of Ana and Marta", "2 of Ana, Marta and Owen". */
export const someOf = (names: string[], atLeast: number) => `${atLeast === 1 ? "one" : atLeast} of ${and(names)}`;

/** "Ana and Marta one after another". */
export const oneAfterAnother = (names: string[], inOneRun: boolean) =>
  `${and(names)} one after another${inOneRun ? ", without a gap" : ""}`;
