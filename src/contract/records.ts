/** Records in one PDF, at most: some three hundred pages. */
export const mostPrinted = 100;
