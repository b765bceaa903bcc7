import { readConfig } from './config';
import { loadDemo } from './demo';
import { serve } from './serve';

const demoAt = process.argv.indexOf('--demo');

try {
  const running = await serve(readConfig(process.env));
  if (demoAt > 0) await loadDemo(running.db, process.argv[demoAt + 1]!);
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.once(signal, () => {
      void running.stop().then(() => process.exit(0));
    });
  }
  console.log(`Puddler is ready at ${running.address}`);
} catch (error) {
  const { code, message } = error as NodeJS.ErrnoException;
  console.error(code === 'EADDRINUSE' ? 'This port is in use. Set PORT to another one, or stop the Puddler that has it.' : message);
  process.exit(1);
}
