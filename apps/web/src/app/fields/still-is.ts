/** Said at a field whose figure was refused: what is typed there is not what is kept. */
export const stillIs = (kept: string): string => (kept ? `Not taken: it is still ${kept}.` : 'Not taken: nothing is kept here.');
