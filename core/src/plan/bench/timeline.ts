/** How much of a resource is held, minute by minute, as steps of a function. */
export class Timeline {
  private readonly times: number[] = [-Infinity];
  private readonly held: number[] = [0];

  constructor(private readonly capacity: number) {}

  private indexAt(minute: number): number {
    let [low, high] = [0, this.times.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.times[middle]! <= minute) low = middle;
      else high = middle - 1;
    }
    return low;
  }

  /** Null where units fit from one minute to another; else the minutes between which they do not. */
  clash(from: number, to: number, units: number): { readonly from: number; readonly to: number } | null {
    if (to <= from) return null;
    for (let at = this.indexAt(from); at < this.times.length && this.times[at]! < to; at += 1)
      if (this.held[at]! + units > this.capacity) {
        let end = at + 1;
        while (end < this.times.length && this.held[end]! + units > this.capacity) end += 1;
        return { from: this.times[at]!, to: this.times[end] ?? Infinity };
      }
    return null;
  }

  hold(from: number, to: number, units: number): void {
    if (to <= from) return;
    const split = (minute: number): number => {
      const at = this.indexAt(minute);
      if (this.times[at] === minute) return at;
      this.times.splice(at + 1, 0, minute);
      this.held.splice(at + 1, 0, this.held[at]!);
      return at + 1;
    };
    const first = split(from);
    const last = split(to);
    for (let at = first; at < last; at += 1) this.held[at]! += units;
  }

  release(from: number, to: number, units: number): void {
    this.hold(from, to, -units);
  }
}
