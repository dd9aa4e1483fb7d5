/** How many networks the logbook shows at first, and adds at a time. */
export const onePage = 24
