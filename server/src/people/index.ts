export { AuditService } from './audit.service.js';
export { PeopleModule } from './people.module.js';
export { ShopService } from './shop.service.js';
