<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Rig\AnyRig;

/** A law: whatever the schema allows goes through every computation, every call of the API and every command without an error inside. */
final class AnyRigTest extends ApiTestCase
{
    /** @var array<string, int> how often each call was made, and answered so */
    private array $made = [];
    private string $json = '';

    public function testEveryCallOfTheApiAnswersWhateverTheRigIs(): void
    {
        $seed = (int) (getenv('ZIGZAG_SEED') ?: 11);
        $any = new AnyRig($random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed)));
        for ($case = 0; $case < Cases::number(5); ++$case) {
            $this->json = $any->rig();
            $rig = RigFile::rig($this->json);
            $imported = $this->upload('any.rig.json', $this->json, 201, '/api/documents/import');
            $this->rig($this->text($imported, 'id'), $rig, $random);
            $this->clear();
        }
        self::assertNotSame([], $this->made);
        $this->addToAssertionCount(max(0, array_sum($this->made)));
        if (false !== getenv('ZIGZAG_SHOW')) {
            ksort($this->made);
            fwrite(\STDERR, print_r($this->made, true));
        }
    }

    public function testEveryCommandEndsWithAnAnswerWhateverTheRigIs(): void
    {
        $any = new AnyRig(new \Random\Randomizer(new \Random\Engine\Mt19937((int) (getenv('ZIGZAG_SEED') ?: 13))));
        $folder = sys_get_temp_dir().'/zigzag-any-'.bin2hex(random_bytes(6));
        mkdir($folder);
        $line = new CommandLineTester();
        for ($case = 0; $case < Cases::number(2); ++$case) {
            $json = $any->rig();
            file_put_contents("{$folder}/any.rig.json", $json);
            $rig = RigFile::rig($json);
            file_put_contents("{$folder}/any.book", (string) $rig->rulebook);
            file_put_contents("{$folder}/any.tape", "0.000 p1 90 3C 64\n10.000 p2 B0 14 40\n20.000 p1 80 3C 40\n");
            file_put_contents("{$folder}/any.chart.json", $any->chart());
            $unit = $rig->units[0]->name;
            $controls = ($rig->charts[$rig->units[0]->chart->id] ?? null)->chart->surface->controls ?? [];
            $control = [] === $controls ? 'none' : $controls[0]->name;
            foreach (
                [
                    ['rig', 'check', 'any.rig.json'],
                    ['rig', 'plan', 'any.rig.json', '--json'],
                    ['rig', 'wires', 'any.rig.json'],
                    ['rig', 'fit', 'any.rig.json'],
                    ['rig', 'reach', 'any.rig.json', $unit, $control],
                    ['rig', 'sheets', 'any.rig.json', '--out', "{$folder}/sheets"],
                    ['prove', 'any.rig.json'],
                    ['check', 'any.book', '--rig', 'any.rig.json'],
                    ['plain', 'any.book', '--rig', 'any.rig.json'],
                    ['format', 'any.book', '--rig', 'any.rig.json'],
                    ['run', 'any.book', '--rig', 'any.rig.json', '--in', 'any.tape', '--out', 'any.out.tape', '--trace', 'any.trace'],
                    ['chart', 'check', 'any.chart.json'],
                    ['chart', 'write', 'any.chart.json', '--as', 'csv'],
                    ['chart', 'write', 'any.chart.json', '--as', 'midnam'],
                ] as $arguments
            ) {
                if (['rig', 'sheets'] === \array_slice($arguments, 0, 2) && 0 !== $case % 10) {
                    continue; // printing takes most of the time
                }
                if (0 === $case % 20) {
                    $process = new Process([\dirname(__DIR__, 2).'/bin/zigzag', ...$arguments], $folder, timeout: 120);
                    $process->run();
                    self::assertContains($process->getExitCode(), [0, 1, 2], implode(' ', $arguments).': '.$process->getErrorOutput());
                    self::assertDoesNotMatchRegularExpression(
                        '/Fatal|Warning:|Uncaught|Stack trace|Deprecated/',
                        $process->getOutput().$process->getErrorOutput(),
                        implode(' ', $arguments)."\n".$json,
                    );
                    continue;
                }
                $inFolder = array_map(static fn (string $word): string => str_starts_with($word, 'any.') ? "{$folder}/{$word}" : $word, $arguments);
                try {
                    self::assertContains($line->run($inFolder), [0, 1, 2], implode(' ', $arguments));
                } catch (\Throwable $failure) {
                    self::fail(implode(' ', $arguments).": {$failure}\n{$json}");
                }
            }
        }
        (new Filesystem())->remove($folder);
    }

    private function rig(string $id, Rig $rig, \Random\Randomizer $random): void
    {
        $text = (string) $rig->rulebook;
        foreach (
            [
                'computed',
                'file',
                'zip',
                'paper/all.html',
                'show',
                'show/targets',
                'leaps',
                'proofs',
                'proving?known=&from=0',
                'rehearsal?known=&from=0',
                'log/next',
                'log.csv',
                'stage',
            ] as $path
        ) {
            $this->ask('GET', "/api/rigs/{$id}/{$path}");
        }
        $this->ask('GET', "/api/shows/{$id}/state");
        $this->ask('GET', "/api/rigs/{$id}/computed?parts=wires,findings");
        $this->ask('GET', "/api/rigs/{$id}/proofs?known=&from=0");
        if (1 === $random->getInt(1, 8)) {
            $this->ask(
                'GET',
                "/api/rigs/{$id}/paper/".
                    ['plan', 'leads', 'cards', 'trial', 'cues', 'switches', 'strips', 'charts', 'findings', 'log'][$random->getInt(0, 9)].
                    '.pdf',
            );
        }
        $steps = (array) ($this->ask('POST', "/api/rigs/{$id}/trial", ['ticks' => []])['steps'] ?? []);
        foreach (\array_slice($steps, 0, 3) as $step) {
            $step = (array) $step;
            $heard = ['expected' => $step['expected'] ?? [], 'answers' => $step['answers'] ?? [], 'passed' => $step['expected'] ?? []];
            $this->ask('POST', "/api/rigs/{$id}/trial/heard", $heard);
        }
        $heard = ['90 3C 64', 'B0 14 01', 'BF 50 7F', 'C0 05', 'E0 00 40', 'F0 7E 00 06 02 7D 01 00 02 00 01 00 00 00 F7'];
        $this->ask('POST', "/api/rigs/{$id}/live/what", ['heard' => $heard]);
        foreach ((array) ($this->ask('GET', "/api/rigs/{$id}/probe")['plugs'] ?? []) as $plug) {
            foreach (\array_slice((array) (((array) $plug)['sends'] ?? []), 0, 2) as $message) {
                $message = (array) $message;
                $at = array_intersect_key((array) $plug, ['unit' => 0, 'plug' => 0]);
                $this->ask('POST', "/api/rigs/{$id}/probe/send", [
                    'device' => '/dev/null/none', 'title' => $message['title'] ?? '', 'value' => $message['first'] ?? 0, ...$at,
                ]);
            }
        }
        $this->ask('POST', "/api/rigs/{$id}/proofs", ['name' => 'all', 'tape' => null]);
        $this->ask('POST', '/api/learn/targets', ['text' => $text, 'rig' => $id]);
        $events = [
            ['timeUs' => 1000, 'port' => 'p1', 'bytes' => '90 3C 64'],
            ['timeUs' => 90_000, 'port' => 'p1', 'bytes' => '80 3C 40'],
            ['timeUs' => 100_000, 'port' => 'p2', 'bytes' => 'B0 14 00 B0 14 7F B0 14 05 B0 63 01 B0 62 02 B0 06 40 F8 C0 05'],
        ];
        $this->ask('POST', '/api/learn/recognise', ['text' => $text, 'rig' => $id, 'events' => $events, 'fromUs' => 0, 'toUs' => 3_000_000]);
        $this->ask('POST', "/api/rigs/{$id}/calibrate", ['events' => $events, 'toUs' => 3_000_000]);
        $words = [];
        foreach ($rig->units as $unit) {
            $chart = ($rig->charts[$unit->chart->id] ?? null)?->chart;
            $controls = array_map(static fn ($control): string => $control->name, $chart->surface->controls ?? []);
            $parameters = array_map(static fn ($parameter): string => $parameter->name, $chart->parameters ?? []);
            $words[] = [$unit->name, $controls, $parameters];
            foreach (\array_slice($controls, 0, 3) as $control) {
                $this->ask('GET', "/api/rigs/{$id}/ways?".http_build_query(['unit' => $unit->name, 'control' => $control]));
                $this->ask('POST', "/api/rigs/{$id}/scale-lines", [
                    'text' => $text,
                    'unit' => $unit->name,
                    'control' => $control,
                    'heel' => 3,
                    'toe' => 120,
                ]);
            }
            foreach (\array_slice($parameters, 0, 3) as $parameter) {
                $this->ask('GET', "/api/rigs/{$id}/ways?".http_build_query(['unit' => $unit->name, 'parameter' => $parameter]));
            }
        }
        $this->changes($id, $words, $random);
        $this->bench($id, $text, $words, $random);
        $this->ask('POST', "/api/documents/{$id}/duplicate", []);
    }

    /** @param list<array{string, list<string>, list<string>}> $words units with their controls and parameters */
    private function changes(string $id, array $words, \Random\Randomizer $random): void
    {
        $targets = $this->ask('GET', "/api/rigs/{$id}/show/targets");
        $uses = array_values((array) $this->at($this->ask('GET', "/api/rigs/{$id}/show"), 'uses'));
        foreach ($words as [$unit, $controls, $parameters]) {
            $control = [] === $controls ? 'none' : $controls[$random->getInt(0, \count($controls) - 1)];
            $target = [] === $targets ? [] : array_values($targets)[$random->getInt(0, \count($targets) - 1)];
            $this->ask('POST', "/api/rigs/{$id}/show/switch", [
                'unit' => $unit,
                'control' => $control,
                'do' => 'assign',
                'scene' => null,
                'gesture' => ['press', 'short', 'held', 'twice', 'move'][$random->getInt(0, 4)],
                'target' => $target,
            ]);
            foreach (['copy', 'move', 'clear'] as $do) {
                $use = [] === $uses ? [] : (array) $uses[$random->getInt(0, \count($uses) - 1)];
                $this->ask('POST', "/api/rigs/{$id}/show/switch", [
                    'unit' => $use['unit'] ?? $unit,
                    'control' => $use['control'] ?? $control,
                    'do' => $do,
                    'line' => $use['line'] ?? 3,
                    'to' => ['unit' => $unit, 'control' => [] === $controls ? 'none' : $controls[0], 'scene' => null],
                ]);
            }
            $this->ask('POST', "/api/rigs/{$id}/show/copy", ['unit' => $unit, 'from' => null, 'to' => 'b']);
            $this->ask('POST', "/api/rigs/{$id}/show/cell", ['scene' => 'S1', 'unit' => $unit, 'program' => '1']);
            $this->ask('POST', "/api/rigs/{$id}/lay", [
                'from' => $unit,
                'first' => $control,
                'last' => $control,
                'to' => $words[0][0],
                'family' => 'a',
                'takeover' => 'pickup',
            ]);
            if ([] !== $targets && [] !== $target) {
                $this->ask('POST', '/api/learn/rule', [
                    'text' => "port p1 in\nport p3 out\n",
                    'rig' => $id,
                    'control' => [
                        'port' => 'p1',
                        'kind' => 'cc',
                        'channel' => 1,
                        'number' => 20,
                        'sort' => 'momentary',
                        'unit' => $unit,
                        'control' => $control,
                    ],
                    'target' => $target,
                ]);
            }
        }
        $this->ask('POST', "/api/rigs/{$id}/show/copy", ['unit' => null, 'from' => 'S1', 'to' => 'S2']);
        $this->ask('POST', "/api/rigs/{$id}/rename", ['from' => $words[0][0], 'to' => 'renamed']);
        $chart = array_column($this->ask('GET', '/api/documents?kind=chart'), 'id')[0] ?? '';
        $this->ask('POST', "/api/rigs/{$id}/swap", ['unit' => $words[0][0], 'chart' => $chart]);
    }

    /** @param list<array{string, list<string>, list<string>}> $words */
    private function bench(string $id, string $text, array $words, \Random\Randomizer $random): void
    {
        $opened = $this->ask('POST', '/api/bench', ['text' => $text, 'rig' => $id]);
        $bench = $this->text($opened, 'id');
        $gestures = [];
        foreach ((array) $opened['senders'] as $sender) {
            foreach ((array) $this->at((array) $sender, 'controls') as $control) {
                foreach ([127, 0, 64, -8192, 16383] as $value) {
                    $gestures[] = [
                        'do' => 'play',
                        'sender' => $this->at((array) $sender, 'id'),
                        'control' => $this->at((array) $control, 'control'),
                        'value' => $value,
                    ];
                }
            }
        }
        foreach ($words as [$unit]) {
            $gestures[] = ['do' => 'restore', 'unit' => $unit];
        }
        foreach (['p1', 'p2'] as $port) {
            foreach (
                [
                    '90 3C 64',
                    '80 3C 40',
                    'B0 14 7F',
                    'B0 14 00',
                    'B0 63 01 62 02 06 03',
                    'C0 05',
                    'E0 00 40',
                    'D0 10',
                    'F0 7D 01 F7',
                    'F8',
                    'FA',
                    'FF',
                ] as $bytes
            ) {
                $gestures[] = ['do' => 'play', 'port' => $port, 'bytes' => $bytes];
            }
        }
        foreach ([0, 1, 2] as $place) {
            $gestures[] = ['do' => 'scene', 'scene' => $place];
            $gestures[] = ['do' => 'song', 'song' => $place];
        }
        $gestures[] = ['do' => 'panic'];
        $gestures = $random->shuffleArray(\array_slice($gestures, 0, 400));
        foreach (array_chunk($gestures, 40) as $turn => $some) {
            $this->ask('POST', "/api/bench/{$bench}/play", [
                'request' => $turn + 1,
                'nowUs' => 1_000_000 * ($turn + 1),
                'gestures' => array_map(
                    static fn (array $gesture, int $index): array => [
                        'number' => 40 * $turn + $index + 1,
                        'timeUs' => 1_000_000 * $turn + 20_000 * $index,
                    ] + $gesture,
                    $some,
                    array_keys($some),
                ),
            ]);
        }
        $this->ask('GET', "/api/bench/{$bench}");
        $this->ask('POST', "/api/bench/{$bench}/stack", ['text' => $text, 'name' => 'now', 'units' => array_column($words, 0)]);
        $marked = $this->ask('POST', "/api/bench/{$bench}/mark", ['book' => null]);
        if (isset($marked['id'])) {
            $this->ask('GET', "/api/moments/{$this->text($marked, 'id')}");
            $this->ask('POST', "/api/moments/{$this->text($marked, 'id')}/open", []);
        }
        $stage = $this->ask('PUT', "/api/rigs/{$id}/stage", ['bench' => $bench, 'instead' => null]);
        $book = \is_string($stage['book'] ?? null) ? $stage['book'] : 'none';
        $this->ask('GET', "/api/rigs/{$id}/running/{$book}");
        $this->ask('GET', "/api/rigs/{$id}/running/{$book}/uses");
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array<mixed>
     */
    private function ask(string $method, string $path, ?array $body = null): array
    {
        $this->browser->request(
            $method,
            $path,
            server: ['CONTENT_TYPE' => 'application/json'],
            content: null === $body ? null : json_encode((object) $body, \JSON_THROW_ON_ERROR),
        );
        $status = $this->browser->getResponse()->getStatusCode();
        $call = $method.' '.preg_replace('#[0-9a-f]{16,}#', '…', explode('?', $path)[0])." {$status}";
        $this->made[$call] = ($this->made[$call] ?? 0) + 1;
        if (422 === $status && false !== getenv('ZIGZAG_WHY')) {
            fwrite(\STDERR, "{$call} {$this->browser->getResponse()->getContent()}\n");
        }
        if ($status >= 500) {
            $file = sys_get_temp_dir().'/zigzag-any.rig.json';
            file_put_contents($file, $this->json);
            self::fail("{$method} {$path}: {$this->browser->getResponse()->getContent()}; the rig is in {$file}, the request ".json_encode($body));
        }

        return $this->answer();
    }

    /** What one case made does not stand in the way of the next. */
    private function clear(): void
    {
        foreach (['rig', 'rulebook', 'moment'] as $kind) {
            foreach ($this->ask('GET', "/api/documents?kind={$kind}") as $document) {
                $this->browser->request('DELETE', "/api/documents/{$this->text((array) $document, 'id')}");
            }
        }
    }
}
