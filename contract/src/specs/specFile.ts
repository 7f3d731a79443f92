import { IsArray, IsObject, IsString, ArrayMaxSize, MaxLength } from 'class-validator';
import type { SpecChange } from '@tribos/core';
import { IsClientId, IsId, OrNull } from '../kit/rules.js';

/** A specification or kit file to look at before it is brought in. */
export class SpecFileBody {
  @IsObject()
  file!: Record<string, unknown>;

  /** Engine of this shop it is for; null for a new one, or to be found. */
  @OrNull()
  @IsId()
  into!: string | null;
}

/** What of a file is taken. */
export class TakeSpecFile extends SpecFileBody {
  /** Id of the engine where it is a new one. */
  @IsClientId()
  id!: string;

  /** Keys of the changes that are taken. */
  @IsArray()
  @ArrayMaxSize(2000)
  @IsString({ each: true })
  @MaxLength(2000, { each: true })
  take!: string[];
}

/** What a file would bring. */
export interface SpecFilePreview {
  readonly kind: 'engine' | 'kit';
  /** What the file is of, in words. */
  readonly title: string;
  /** Engine of this shop it would go into; null for a new one. */
  readonly into: { readonly id: string; readonly name: string } | null;
  /** Engines of this shop it could go into. */
  readonly could: readonly { readonly id: string; readonly name: string }[];
  readonly changes: readonly SpecChange[];
}
