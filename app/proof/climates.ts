/**
 * Moisture that wood comes to in four kinds of places, percent, in the driest and the wettest part of the
 * year. Indoors after the USDA Wood Handbook, ch. 13 (table of recommended moisture for interior use: 4–9
 * in dry country, 6–10 in most, 8–13 on damp coasts); under a roof outdoors after its outdoor values.
 */
export const CLIMATES = [
  { id: 'dry', name: 'Heated, dry country', driest: 4, wettest: 9 },
  { id: 'heated', name: 'Heated house', driest: 6, wettest: 10 },
  { id: 'damp', name: 'House by the sea', driest: 8, wettest: 13 },
  { id: 'shed', name: 'Shed, unheated', driest: 11, wettest: 17 },
] as const
