import path from 'node:path';
import { answerToNoRequest, createApp } from './app.ts';

const DEFAULT_PORT = 4173;
const buildFolder = path.resolve(import.meta.dirname, '../../web/dist');
const given = process.env['PORT'];
const port = given === undefined || given === '' ? DEFAULT_PORT : Number(given);

if (!Number.isInteger(port) || port < 0 || port > 65_535) {
  console.error(
    `PORT is "${given}". Allowed: a whole number from 0 to 65535 (0 takes a free one). Set it like PORT=4180.`,
  );
  process.exit(1);
}

const server = createApp({ buildFolder }).listen(port);
server.on('clientError', (_error, socket) => {
  if (socket.writable) socket.end(answerToNoRequest());
});
server.on('listening', () => {
  const address = server.address();
  console.log(`Sgraffa is ready: http://localhost:${typeof address === 'object' && address ? address.port : port}/`);
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken by another program. Stop that one, or choose another port: PORT=${port + 1} npm start`
      : error.message,
  );
  process.exit(1);
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => server.close(() => process.exit(0)));
