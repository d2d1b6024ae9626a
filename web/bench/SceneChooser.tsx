/** The scenes of a show, with the current one plain from across a room. */
export function SceneChooser({
  titles,
  current,
  onGo,
}: {
  titles: readonly string[];
  current: number;
  onGo: (scene: number) => void;
}) {
  return (
    <nav aria-label="Scenes" className="flex flex-wrap items-stretch gap-2 px-2">
      {titles.map((title, index) => (
        <button
          key={title}
          type="button"
          aria-current={index === current ? 'step' : undefined}
          className={`min-h-11 flex-1 rounded-box border-2 px-4 text-xl font-semibold ${index === current ? 'border-primary bg-primary text-primary-content' : 'border-base-content/40 bg-base-200'}`}
          onClick={() => onGo(index)}
        >
          <span className="mr-2 font-mono">{index + 1}</span>
          {title}
        </button>
      ))}
    </nav>
  );
}
