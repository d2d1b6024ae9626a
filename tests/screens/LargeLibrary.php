<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Screens;

use ZigzagPost\Tests\Browser\Browser;

/** Puts the large show into an application that is running, with a long history behind it. */
final class LargeLibrary
{
    /**
     * @param Browser $page a page of the application is open in it
     *
     * @return array<string, string> ids in place of RIG, BOOK and CHART
     */
    public static function fill(Browser $page, int $revisions, LargeShow $show = new LargeShow()): array
    {
        /** @var array{rig: string, book: string, chart: string} $ids */
        $ids = $page->executeAsyncScript(
            <<<'JS'
            const [rig, chart, done] = arguments;
            const bring = async (name, text) => {
                const body = new FormData();
                body.append('file', new File([text], name));
                return (await fetch('/api/documents/import', { method: 'POST', body })).json();
            };
            (async () => {
                const made = await bring('large.rig.json', rig);
                const kept = await bring('heron.chart.json', chart);
                const stored = await (await fetch(`/api/documents/${made.id}`)).json();
                done({ rig: made.id, chart: kept.id, book: JSON.parse(stored.text).book });
            })();
            JS,
            [$show->rig(), json_encode(LargeCharts::all()['great'], \JSON_THROW_ON_ERROR)],
        );
        for ($done = 0; $done < $revisions; $done += 25) {
            $page->executeAsyncScript(
                <<<'JS'
                const [id, times, done] = arguments;
                (async () => {
                    for (let index = 0; index < times; index += 1) {
                        const { name, text, version } = await (await fetch(`/api/documents/${id}`)).json();
                        const rig = JSON.parse(text);
                        const hours = (rig.showHours ?? 0) + 1;
                        const changed = JSON.stringify({ ...rig, showHours: hours > 12 ? 1 : hours }, null, 4);
                        const sent = JSON.stringify({ name, text: `${changed}\n`, version });
                        const headers = { 'Content-Type': 'application/json', 'X-Author': `hand ${index % 5}` };
                        await fetch(`/api/documents/${id}`, { method: 'PUT', body: sent, headers });
                    }
                    done(true);
                })();
                JS,
                [$ids['rig'], min(25, $revisions - $done)],
            );
        }

        return ['RIG' => $ids['rig'], 'BOOK' => $ids['book'], 'CHART' => $ids['chart']];
    }
}
