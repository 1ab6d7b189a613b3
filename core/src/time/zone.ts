import { IANAZone } from 'luxon';

const MINUTE_MS = 60_000;
/** As many as half a year has of the moments that schedules ask for. */
const MOST_REMEMBERED = 5_000;

/**
 * A zone of the IANA database that remembers its offsets by the minute: the runtime takes some 50 µs to tell one, and a schedule
 * asks for the same few again and again. Clocks have changed at whole minutes only, everywhere, since 1972.
 */
class RememberedZone extends IANAZone {
  private readonly offsets = new Map<number, number>();

  override offset(at: number): number {
    const minute = Math.floor(at / MINUTE_MS);
    const known = this.offsets.get(minute);
    if (known !== undefined) return known;
    if (this.offsets.size >= MOST_REMEMBERED) this.offsets.clear();
    const offset = super.offset(at);
    this.offsets.set(minute, offset);
    return offset;
  }
}

const zones = new Map<string, RememberedZone>();

/** @throws Error when the IANA database has no zone of that name: in one that is none no day ever comes */
export function zoneOf(name: string): IANAZone {
  const known = zones.get(name);
  if (known) return known;
  const zone = new RememberedZone(name);
  if (!zone.isValid) throw new Error(`There is no time zone “${name}”.`);
  zones.set(name, zone);
  return zone;
}
