import { Injectable, ValidationPipe } from '@nestjs/common';
import type { ArgumentMetadata } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import type { ValidationError } from 'class-validator';
import { IsObject } from 'class-validator';
import { Failure } from './failure.js';

const DOCUMENTS = Symbol('documents');

/**
 * A property that holds a document of its own, which core's reader checks: here only that it is an object. What is in it
 * is neither copied nor walked through, for it may be long.
 */
export function IsDocument(message: string): PropertyDecorator {
  return (target, name) => {
    ApiProperty({ type: Object })(target, name);
    IsObject({ message })(target, name);
    const others = (Reflect.getMetadata(DOCUMENTS, target) ?? []) as readonly string[];
    Reflect.defineMetadata(DOCUMENTS, [...others, String(name)], target);
  };
}

/** Stands for a document while the rest is read. */
const STAND_IN = Object.freeze({});

/** Bodies are read by their classes: unknown keys and wrong values are refused with the path of the first. */
@Injectable()
class BodyPipe extends ValidationPipe {
  override async transform(value: unknown, metadata: ArgumentMetadata): Promise<unknown> {
    const prototype = metadata.metatype?.prototype as object | undefined;
    const names = ((prototype && Reflect.getMetadata(DOCUMENTS, prototype)) ?? []) as readonly string[];
    if (names.length === 0 || typeof value !== 'object' || value === null) {
      if (metadata.type === 'body' && holdsMore(value, MOST_VALUES)) throw tooMuch();
      return (await super.transform(value, metadata)) as unknown;
    }
    const body = { ...value } as Record<string, unknown>;
    const documents = names.filter((name) => typeof body[name] === 'object' && body[name] !== null && !Array.isArray(body[name]));
    const kept = documents.map((name) => body[name]);
    for (const name of documents) body[name] = STAND_IN;
    if (holdsMore(body, MOST_VALUES)) throw tooMuch();
    const read = (await super.transform(body, metadata)) as Record<string, unknown>;
    documents.forEach((name, i) => (read[name] = kept[i]));
    return read;
  }
}

/** More than any body holds besides its documents; what is read by classes is copied, which takes long. */
const MOST_VALUES = 5_000;

function holdsMore(value: unknown, most: number): boolean {
  let values = 0;
  const count = (each: unknown): void => {
    if (++values > most || typeof each !== 'object' || each === null) return;
    for (const inner of Object.values(each)) if (values <= most) count(inner);
  };
  count(value);
  return values > most;
}

function tooMuch(): Failure {
  return new Failure('request.invalid', 'The request holds more values than anything that is known here.');
}

export function bodyPipe(): ValidationPipe {
  return new BodyPipe({
    whitelist: true,
    forbidNonWhitelisted: true,
    transform: true,
    exceptionFactory: (errors) => {
      const { path, message } = firstOf(errors, '');
      return new Failure('request.invalid', message, { path });
    },
  });
}

function firstOf(errors: readonly ValidationError[], above: string): { path: string; message: string } {
  const [error] = errors;
  if (!error) return { path: above, message: 'The request is not complete.' };
  const path = above ? `${above}.${error.property}` : error.property;
  if (error.children?.length) return firstOf(error.children, path);
  const [message] = Object.values(error.constraints ?? {});
  return { path, message: sentence(message ?? `${path} is wrong`) };
}

function sentence(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}${text.endsWith('.') ? '' : '.'}`;
}
