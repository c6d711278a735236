/** Numbers from 0 in groups that grow together (union–find). A number not met before is a group of its own. */
export class Joined {
  private readonly parent: number[] = [];

  /** The number that stands for all of a group; the same for all that were joined. */
  rootOf(i: number): number {
    while (this.parent.length <= i) this.parent.push(this.parent.length);
    while (this.parent[i] !== i) i = this.parent[i] = this.parent[this.parent[i]!]!;
    return i;
  }

  join(a: number, b: number): void {
    this.parent[this.rootOf(a)] = this.rootOf(b);
  }
}
