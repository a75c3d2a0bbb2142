/** A refusal in words: what happened, what was kept, what to do. */
export function ProblemNote({ error }: { error: Error | null }) {
  return error ? (
    <p className="problem" role="alert">
      {error.message}
    </p>
  ) : null;
}
