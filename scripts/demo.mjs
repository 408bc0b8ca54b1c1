// npm run demo: installs and builds what is missing, then serves the app with the demo project open.
import { freePort, startServer } from './lib/server.mjs';
import { ensureBuild, ensurePackages } from './lib/set-up.mjs';

try {
  ensurePackages();
  await ensureBuild();
  const port = process.env.PORT ? Number(process.env.PORT) : await freePort(3000);
  const server = await startServer(port);
  let stopping = false;
  for (const signal of ['SIGINT', 'SIGTERM']) {
    process.on(signal, async () => {
      if (stopping) return;
      stopping = true;
      await server.stop();
      process.exit(0);
    });
  }
  console.log(`\nPlucky Tempo is at ${server.url}\nPress Ctrl-C to stop.`);
  await server.ended;
  if (!stopping) process.exit(1);
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
