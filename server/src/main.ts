import { createApp } from './app.js';
import { readConfig } from './common/config.js';

const config = readConfig(process.env);
const app = await createApp(config);
await app.listen(config.port, '127.0.0.1');
