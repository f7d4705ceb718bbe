/** An operation that does not fit the make it meets: what it names is gone, or another edit was first. */
export class OperationError extends RangeError {}
