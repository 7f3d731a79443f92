export { ExchangeModule } from './exchange.module.js';
