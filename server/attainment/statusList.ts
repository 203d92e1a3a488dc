import type { Status } from '#core/status/grade';

/**
 * Gathers the statuses of many units, each once: as words in full they were half of what a table of
 * a thousand people sends.
 */
export class StatusList {
  readonly statuses: Status[] = [];
  private places = new Map<Status, number>();

  /** The place of a status among those gathered. */
  placeOf(status: Status): number {
    let place = this.places.get(status);
    if (place === undefined) {
      place = this.statuses.push(status) - 1;
      this.places.set(status, place);
    }
    return place;
  }
}
