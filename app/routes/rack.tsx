export default function Screen() {
  return null
}
