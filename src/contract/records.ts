/** Records in one PDF, at most: some two hundred pages, and half a minute to make. */
export const mostPrinted = 40;
