/** This machine’s time zone, `America/Chicago`: by its clock days are told where nobody says another. */
export const OWN_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
