// Loaded before the server: its clock runs an hour behind.
const Real = Date;
globalThis.Date = class extends Real {
  constructor(...all) {
    if (all.length === 0) super(Real.now() - 3_600_000);
    else super(...all);
  }
  static now() {
    return Real.now() - 3_600_000;
  }
};
