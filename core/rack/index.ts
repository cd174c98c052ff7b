/** The catalogue itself is in ./catalogue: it is the server's, and comes to the browser as data. */
export { stockFor, type Catalogue, type CatalogueEntry } from './entry'
export { densityOf, woodColour, type Species } from './species'
