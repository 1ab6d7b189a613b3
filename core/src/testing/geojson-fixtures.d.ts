/** Sample GeoJSON, without types of its own. */
declare module 'geojson-fixtures' {
  const fixtures: {
    readonly all: Readonly<Record<string, unknown>>;
    readonly geometry: Readonly<Record<string, unknown>>;
    readonly feature: Readonly<Record<string, unknown>>;
  };
  export default fixtures;
}
