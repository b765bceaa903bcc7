/** “one run”, “4 runs”. */
export const runsText = (count: number): string => (count === 1 ? 'one run' : `${count} runs`);
