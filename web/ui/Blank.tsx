/** A page with nothing on it but what to do next. */
export function Blank({ title, action }: { title: string; action?: { label: string; href: string } }) {
  return (
    <main className="flex h-full flex-col items-center justify-center gap-4 p-8 text-center">
      <h1 className="text-2xl font-semibold">{title}</h1>
      {action && (
        <a className="btn btn-primary" href={action.href}>
          {action.label}
        </a>
      )}
    </main>
  );
}
