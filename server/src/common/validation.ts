import { ValidationPipe } from '@nestjs/common';
import type { ValidationError } from 'class-validator';
import { Failure } from './failure.js';

/** Bodies are read by their classes: unknown keys and wrong values are refused with the path of the first. */
export function bodyPipe(): ValidationPipe {
  return new ValidationPipe({
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
