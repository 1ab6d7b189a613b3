import { createApp } from './app.js';
import { readConfig } from './common/config.js';

// started under a supervisor, it ends with it
process.on('disconnect', () => process.exit(0));

const config = readConfig(process.env);
const app = await createApp(config);
await app.listen(config.port, '127.0.0.1');
