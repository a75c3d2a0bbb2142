import type { ReactNode } from 'react';

/** Pictures at the left with what is done on them, a slip at the right; under one another where it is narrow. */
export const Workbench = ({ children, slip }: { children: ReactNode; slip: ReactNode }) => (
  <div className="mt-3 flex flex-1 flex-wrap gap-6">
    <div className="min-w-0 flex-1" style={{ minWidth: 'min(480px, 100%)' }}>
      {children}
    </div>
    {slip}
  </div>
);

/** The slip beside the pictures. */
export const Slip = ({ children }: { children: ReactNode }) => (
  <aside className="slip w-full self-start lg:w-[18.25rem]">{children}</aside>
);
