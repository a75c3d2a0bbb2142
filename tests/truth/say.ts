/** A line of progress, beside the table that is the result. */
export const say = (words: string) => process.stderr.write(`${words}\n`);
