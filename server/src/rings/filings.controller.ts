import { Controller, Get, Query } from '@nestjs/common';
import { FilingsQuery, type FilingsView } from '@tribos/contract';
import { Scope } from '../kit/scope.js';

/** What the shop's hands filed off rings in all of its jobs but one, summed up by tool and person. */
const FILED = `SELECT f->>'tool' AS tool, f->>'by' AS by,
  sum((f->>'opened')::float8) AS opened, sum((f->>'strokes')::float8) AS strokes
FROM jobs j, jsonb_array_elements(j.rooms->'rings') f
WHERE j.rooms IS NOT NULL AND ($1::uuid IS NULL OR j.id <> $1)
GROUP BY 1, 2 ORDER BY 1, 2`;

@Controller()
export class FilingsController {
  constructor(private readonly scope: Scope) {}

  /** What the shop’s hands filed off rings, by tool and person. */
  @Get('filings')
  filings(@Query() query: FilingsQuery): Promise<FilingsView> {
    return this.scope.ask<FilingsView[number]>(FILED, [query.besides ?? null]);
  }
}
