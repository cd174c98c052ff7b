export {
  catalogue,
  stockFor,
  woodColour,
  type Catalogue,
  type CatalogueEntry,
  type Species,
} from './catalogue'
