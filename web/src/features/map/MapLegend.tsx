import { Status } from '../../shared/status.js';

/** What the marks on the map mean. */
export function MapLegend({ statuses }: { readonly statuses: readonly string[] }) {
  if (statuses.length === 0) return null;
  return (
    <div className="map-legend" aria-label="Legend">
      {statuses.map((status) => (
        <Status key={status} status={status} />
      ))}
    </div>
  );
}
