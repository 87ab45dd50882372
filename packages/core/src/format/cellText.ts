const LEADS = /^[=+\-@\t\r]/;

/** Text for a cell of a table, which no spreadsheet takes for a formula. */
export const cellText = (text: string): string => (LEADS.test(text) ? `'${text}` : text);
