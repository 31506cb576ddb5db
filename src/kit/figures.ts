/** A number with the decimal mark of the language it is read in. */
export const withMark = (value: number, mark: string): string => `${value}`.replace(".", mark);
