// A browser makes the tables of its dates when they are first asked for, once for all of its threads. Asked for here,
// beside the page, they are there when the page writes its first date.
new Intl.DateTimeFormat('en-GB', { weekday: 'short' }).format(0);
globalThis.close();
