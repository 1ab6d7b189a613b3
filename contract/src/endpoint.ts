export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

/** The names in a path such as `clients/:id/people/:personId`. */
export type ParamsOf<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamsOf<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;

/**
 * One thing that the server can be asked: its method, its path below `/api/`, and the types of what it takes and gives. A
 * GET takes its query, others their JSON body; `undefined` stands for nothing.
 */
export interface Endpoint<M extends Method, Path extends string, Takes, Gives> {
  readonly method: M;
  readonly path: Path;
  /** What it takes: a query or JSON body, a body of text, or nothing. */
  readonly takes: 'nothing' | 'values' | 'text';
  /** What it gives. */
  readonly gives: 'json' | 'file';
  /** Never there; it carries the types. */
  readonly types?: { readonly takes: Takes; readonly gives: Gives };
}

interface Begun<M extends Method, Path extends string, Takes> {
  readonly gives: <Gives>() => Endpoint<M, Path, Takes, Gives>;
  readonly givesFile: () => Endpoint<M, Path, Takes, Blob>;
}

interface Declared<M extends Method, Path extends string> extends Begun<M, Path, undefined> {
  readonly takes: <Takes>() => Begun<M, Path, Takes>;
  readonly takesText: () => Begun<M, Path, string>;
}

/** Declares endpoints of a method: `post('searches/count').takes<CountBody>().gives<CountAnswer>()`. */
function declaring<M extends Method>(method: M) {
  return <const Path extends string>(path: Path): Declared<M, Path> => {
    const begun = <Takes>(takes: 'nothing' | 'values' | 'text'): Begun<M, Path, Takes> => ({
      gives: () => ({ method, path, takes, gives: 'json' }),
      givesFile: () => ({ method, path, takes, gives: 'file' }),
    });
    return { ...begun('nothing'), takes: () => begun('values'), takesText: () => begun('text') };
  };
}

export const get = declaring('GET');
export const post = declaring('POST');
export const put = declaring('PUT');
export const patch = declaring('PATCH');
export const remove = declaring('DELETE');
