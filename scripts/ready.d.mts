export function browserPath(): string
