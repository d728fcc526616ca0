type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A can of which only the product and its age were said, on a day that nobody wrote down. */
const canOf = (entry: Loose): Loose => ({
  id: `stock.${String(entry['productId'])}`,
  productId: entry['productId'],
  name: null,
  colour: null,
  size: null,
  price: null,
  boughtOn: null,
  isOpen: 'unknown',
  openedOn: null,
  finishedOn: null,
  aged: { months: entry['ageMonths'], on: null },
  place: null,
  note: '',
  figures: [],
});

/** A document of version 5 as version 6 keeps it: ages of products, that stood in the settings, are cans on the shelf. */
export const onTheShelf = (document: Loose): Loose => {
  const settings = document['settings'];
  const workshop = isLoose(settings) ? settings['workshop'] : undefined;
  const shelf = { shelf: [], uses: [] };
  if (!isLoose(settings) || !isLoose(workshop)) return { ...document, ...shelf };
  const { stock, ...rest } = workshop;
  return {
    ...document,
    ...shelf,
    settings: { ...settings, workshop: rest },
    ...(Array.isArray(stock) ? { shelf: stock.map((entry: unknown) => (isLoose(entry) ? canOf(entry) : entry)) } : {}),
  };
};
