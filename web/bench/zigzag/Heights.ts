/**
 * Heights of rows below each other: where a row begins, and which row is at a height, in a number of steps that grows with the
 * logarithm of the rows (a binary indexed tree over the heights). Lists for pages count all their rows anew whenever one comes.
 */
export class Heights {
  private readonly own: number[] = [];
  private readonly sums: number[] = [0];

  get length(): number {
    return this.own.length;
  }

  push(height: number): void {
    this.own.push(height);
    const at = this.own.length;
    let sum = height;
    for (let below = at - 1; below > at - (at & -at); below -= below & -below) {
      sum += this.sums[below] ?? 0;
    }
    this.sums.push(sum);
  }

  pop(): void {
    this.own.pop();
    this.sums.pop();
  }

  set(index: number, height: number): void {
    const by = height - (this.own[index] ?? 0);
    if (by !== 0) {
      this.own[index] = height;
      for (let at = index + 1; at < this.sums.length; at += at & -at) {
        this.sums[at] = (this.sums[at] ?? 0) + by;
      }
    }
  }

  of(index: number): number {
    return this.own[index] ?? 0;
  }

  /** Where a row begins. */
  offset(index: number): number {
    let sum = 0;
    for (let at = index; at > 0; at -= at & -at) {
      sum += this.sums[at] ?? 0;
    }
    return sum;
  }

  total(): number {
    return this.offset(this.own.length);
  }

  /** The row at a height; the last one below all. */
  at(y: number): number {
    let index = 0;
    let left = y;
    for (let step = 1 << Math.floor(Math.log2(Math.max(1, this.own.length))); step > 0; step >>= 1) {
      const sum = this.sums[index + step];
      if (index + step <= this.own.length && sum !== undefined && sum <= left) {
        index += step;
        left -= sum;
      }
    }
    return Math.max(0, Math.min(index, this.own.length - 1));
  }
}
