import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { createRequire } from 'node:module';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

const require = createRequire(import.meta.url);

/** Publishes the API at /api/docs, its request bodies described by their own validation rules. */
export function describeApi(app: NestExpressApplication): void {
  const config = new DocumentBuilder()
    .setTitle('Tribos')
    .setDescription(
      'Lengths are integer nanometres. Errors are problem documents (RFC 9457). Sign in at /api/session; the cookie does the rest.',
    )
    .setVersion('1')
    .build();
  const { defaultMetadataStorage } = require('class-transformer/cjs/storage.js') as {
    defaultMetadataStorage: object;
  };
  const document = (): OpenAPIObject => {
    const made = SwaggerModule.createDocument(app, config);
    const schemas = validationMetadatasToSchemas({
      refPointerPrefix: '#/components/schemas/',
      classTransformerMetadataStorage: defaultMetadataStorage as never,
    });
    return {
      ...made,
      components: { ...made.components, schemas: { ...made.components?.schemas, ...(schemas as object) } },
    };
  };
  SwaggerModule.setup('api/docs', app, document, {
    jsonDocumentUrl: 'api/docs.json',
    customSiteTitle: 'Tribos API',
  });
}
