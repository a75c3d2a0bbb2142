// Loaded before the server in load tests: on SIGUSR2 rubbish is collected, and what is still held is told on standard
// error.
process.on('SIGUSR2', () => {
  for (let i = 0; i < 3; i++) globalThis.gc();
  const { rss, heapUsed, external } = process.memoryUsage();
  process.stderr.write(`held ${JSON.stringify({ rss, heapUsed, external })}\n`);
});
