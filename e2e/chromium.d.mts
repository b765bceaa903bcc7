export function chromiumPath(): string | undefined;
