export function ensureBundled(name: string, workspace: string, entry: string, outfile: string): Promise<void>;
