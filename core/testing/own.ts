/** Stands in for an address where Node needs none. */
export default undefined
