type Verb = (args: string[], out: (text: string) => void, err: (text: string) => void) => number;

/** Runs a verb as the shell does, and gathers what it said. */
export const running =
  (verb: Verb) =>
  (...args: string[]): { code: number; out: string; err: string } => {
    let out = '';
    let err = '';
    const code = verb(
      args,
      (text) => (out += text),
      (text) => (err += text),
    );
    return { code, out, err };
  };
