/** The catalogue itself is in ./catalogue: it is the server's, and comes to the browser as data. */
export { bitFor, stockFor, type BitEntry, type Catalogue, type CatalogueEntry } from './entry'
export { bitMeasures, BIT_SHAPES, cutterOf, type Cutter } from './bits'
export { bendingOf, densityOf, movementOf, stiffnessOf, woodColour, type Species } from './species'
