import { createApp } from './app.js';
import { readConfig } from './common/config.js';

// started under a supervisor, it ends with it
process.on('disconnect', () => process.exit(0));

const config = readConfig(process.env);
const app = await createApp(config);
const server = app.getHttpServer();
// whoever sends so slowly is not waited for
// longer than a proxy before it keeps a connection, so that none is closed just as a request comes by it
server.keepAliveTimeout = 75_000;
server.headersTimeout = 10_000;
server.requestTimeout = 60_000;
server.maxHeadersCount = 100;
await app.init();
// an office's browsers all come back at once after a restart
server.listen({ port: config.port, host: '127.0.0.1', backlog: 4_096 });
