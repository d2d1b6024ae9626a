<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Data\NumberedRig;

/** Rigs and charts over the API: what is computed, files, paper, the bench of a rig, tables that were pasted. */
final class RigApiTest extends ApiTestCase
{
    private const MENDED = 'The ferry, mended';
    private const FOUND = 'The ferry, as found';
    private const TABLE = "Name;CC;Range\nMix;21;0-127\nFeedback;22;0-120\nFreeze;23;on/off\nnothing;;\n";
    private const POINTS_A_MM = 72 / 25.4;

    public function testTheFoundRigHasFindingsAndTheMendedOneHasNoErrorAndNoWarning(): void
    {
        $severities = [];
        foreach ([self::FOUND, self::MENDED] as $name) {
            $computed = $this->call('GET', "/api/rigs/{$this->rig($name)}/computed", null, 200, 'ComputedRig');
            self::assertIsArray($computed['findings']);
            $severities[] = array_count_values(array_filter(array_column($computed['findings'], 'severity'), is_string(...)));
        }
        self::assertGreaterThan(2, $severities[0]['error'] ?? 0);
        self::assertArrayNotHasKey('error', $severities[1]);
        self::assertArrayNotHasKey('warning', $severities[1]);
    }

    public function testWhatIsComputedFollowsWhatIsStored(): void
    {
        $rig = $this->rig(self::FOUND);
        $document = $this->call('GET', "/api/documents/{$rig}", null, 200);
        $before = $this->call('GET', "/api/rigs/{$rig}/computed", null, 200)['findings'];
        self::assertIsArray($before);
        self::assertNotSame(
            [],
            array_filter($before, static fn (mixed $finding): bool => \is_array($finding) && null !== $finding['fix']),
            'some findings have fixes',
        );
        $without = json_decode($this->text($document, 'text'), true);
        self::assertIsArray($without);
        $without['leads'] = [];
        $changed = $this->call(
            'PUT',
            "/api/documents/{$rig}",
            ['name' => self::FOUND, 'text' => Json::encode($without), 'version' => $document['version']],
            200,
        );
        $after = $this->call('GET', "/api/rigs/{$rig}/computed", null, 200)['findings'];
        self::assertIsArray($after);
        self::assertNotSame(array_column($before, 'text'), array_column($after, 'text'), 'what is computed follows what is stored');
        $this->call('PUT', "/api/documents/{$rig}", ['name' => self::FOUND, 'text' => $document['text'], 'version' => $changed['version']], 200);
        self::assertSame($before, $this->call('GET', "/api/rigs/{$rig}/computed", null, 200)['findings'], 'and back');
    }

    public function testARigGoesOutAsAFileAndComesBackEqual(): void
    {
        $this->browser->request('GET', "/api/rigs/{$this->rig(self::MENDED)}/file");
        $file = (string) $this->browser->getResponse()->getContent();
        $made = $this->bringIn('again.rig.json', $file, 201);
        $this->browser->request('GET', "/api/rigs/{$this->text($made, 'id')}/file");
        $again = json_decode((string) $this->browser->getResponse()->getContent(), true);
        $first = json_decode($file, true);
        self::assertIsArray($again);
        self::assertIsArray($first);
        unset($again['name'], $first['name']);
        self::assertSame($first, $again);
    }

    public function testNamesThatCountFrom0StayNames(): void
    {
        $rig = $this->text($this->bringIn('counted.rig.json', NumberedRig::json(), 201), 'id');
        $this->browser->request('GET', "/api/rigs/{$rig}/file");
        self::assertSame(NumberedRig::json(), (string) $this->browser->getResponse()->getContent());
        $copy = $this->text($this->call('POST', "/api/documents/{$rig}/duplicate", [], 201), 'id');
        $this->call('POST', "/api/rigs/{$copy}/measured", ['unit' => 'pedals', 'control' => '0', 'heel' => 3, 'toe' => 124, 'noise' => 1], 200);
        $this->browser->request('GET', "/api/rigs/{$copy}/file");
        self::assertEquals(json_decode(NumberedRig::json()), json_decode((string) $this->browser->getResponse()->getContent()));
        self::assertSame('0', $this->at($this->call('GET', "/api/rigs/{$copy}/ways?unit=pedals&control=0", null, 200), '0.control'));
        $this->call('GET', "/api/rigs/{$copy}/computed", null, 200);
        $this->call('GET', "/api/rigs/{$copy}/show", null, 200);
    }

    public function testARigGoesOutAsAZipWithItsPartsAndComesBackEqual(): void
    {
        $rig = $this->rig(self::MENDED);
        $this->browser->request('GET', "/api/rigs/{$rig}/zip");
        $zip = (string) $this->browser->getResponse()->getContent();
        $this->browser->request('GET', "/api/rigs/{$rig}/file");
        $first = json_decode((string) $this->browser->getResponse()->getContent(), true);
        self::assertIsArray($first);
        $names = self::namesIn($zip);
        self::assertContains('rig.json', $names);
        self::assertContains('rules.book', $names);
        self::assertContains('charts/Brine-echo.json', $names);
        self::assertContains('proofs/01-Every-control-once.tape', $names);
        $made = $this->bringIn('again.zip', $zip, 201);
        $this->browser->request('GET', "/api/rigs/{$this->text($made, 'id')}/file");
        $again = json_decode((string) $this->browser->getResponse()->getContent(), true);
        self::assertIsArray($again);
        unset($again['name'], $first['name']);
        self::assertSame($first, $again);

        $before = \count($this->call('GET', '/api/documents', null, 200));
        mt_srand(1861);
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $damaged = substr($zip, 0, mt_rand(4, \strlen($zip) - 1));
            for ($flip = 0; $flip < 20; ++$flip) {
                $damaged[mt_rand(4, \strlen($damaged) - 1)] = \chr(mt_rand(0, 255));
            }
            $said = $this->bringIn('bad.zip', $damaged, null);
            self::assertSame(422, $this->browser->getResponse()->getStatusCode());
            self::assertStringContainsString('bad.zip', $this->text($said, 'error'));
        }
        self::assertCount($before, $this->call('GET', '/api/documents', null, 200), 'nothing has come in');
    }

    public function testACopyOfARigHasRulesOfItsOwn(): void
    {
        $rig = $this->rig(self::MENDED);
        $copy = $this->call('POST', "/api/documents/{$rig}/duplicate", [], 201);
        $books = array_map(
            function (string $id): string {
                $json = json_decode($this->text($this->call('GET', "/api/documents/{$id}", null, 200), 'text'), true);

                return \is_array($json) && \is_string($json['book'] ?? null) ? $json['book'] : '';
            },
            [$rig, $this->text($copy, 'id')],
        );
        self::assertNotSame($books[0], $books[1]);
        [$one, $other] = array_map(fn (string $id): string => $this->text($this->call('GET', "/api/documents/{$id}", null, 200), 'text'), $books);
        self::assertSame($one, $other, 'but they say the same');
    }

    /** @return list<string> */
    private static function namesIn(string $zip): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zigzag');
        file_put_contents($path, $zip);
        $archive = new \ZipArchive();
        $archive->open($path);
        $names = array_map(static fn (int $index): string => (string) $archive->getNameIndex($index), range(0, $archive->numFiles - 1));
        $archive->close();
        unlink($path);

        return $names;
    }

    public function testDamagedRigFilesSayWhereAndChangeNothing(): void
    {
        $this->browser->request('GET', "/api/rigs/{$this->rig(self::MENDED)}/file");
        $file = (string) $this->browser->getResponse()->getContent();
        $before = \count($this->call('GET', '/api/documents', null, 200));
        mt_srand(1861);
        $kept = 0;
        for ($case = 0; $case < min(1000, Cases::number(60)); ++$case) {
            $at = mt_rand(0, \strlen($file) - 1);
            $damaged = 0 === $case % 2 ? substr($file, 0, $at) : substr_replace($file, \chr(mt_rand(0, 255)), $at, 1);
            $this->upload('damaged.rig.json', $damaged, null, '/api/documents/import');
            $status = $this->browser->getResponse()->getStatusCode();
            self::assertContains($status, [201, 422], substr($damaged, max(0, $at - 40), 80));
            $kept += 201 === $status ? 1 : 0;
            if (422 === $status) {
                self::assertNotSame('', $this->text($this->answer(), 'error'));
            }
        }
        self::assertLessThanOrEqual($before + 2 * $kept, \count($this->call('GET', '/api/documents', null, 200)), 'what was refused left nothing');
    }

    public function testWhereAControlGoes(): void
    {
        $path = "/api/rigs/{$this->rig(self::MENDED)}/ways";
        $ways = $this->call('GET', "{$path}?unit=treadle&control=".'Pedal', null, 200);
        self::assertNotSame([], $ways);
        foreach ($ways as $way) {
            self::assertIsArray($way);
            self::assertContains($way['answer'], ['always', 'never', 'sometimes', 'not decided']);
        }
        $this->call('GET', "{$path}?unit=nobody&control=x", null, 404);
        $this->call('GET', "{$path}?unit=treadle&control=x", null, 404);
    }

    public function testTheTestRunNamesWhatIsSuspect(): void
    {
        $path = "/api/rigs/{$this->rig(self::MENDED)}/trial";
        $run = $this->call('POST', $path, ['ticks' => []], 200, 'Trial');
        self::assertIsArray($run['steps']);
        self::assertSame(
            [true],
            array_values(array_unique(array_column($run['steps'], 'simulated'), \SORT_REGULAR)),
            'the mended ferry passes all of them',
        );
        self::assertSame([], $run['suspects']);
        $pads = array_values(array_filter($run['steps'], static fn (mixed $step): bool => \is_array($step) && 'tray' === $step['unit']));
        $ticks = array_map(
            static fn (mixed $step): array => [
                'unit' => \is_array($step) ? $step['unit'] : '',
                'control' => \is_array($step) ? $step['control'] : '',
                'passed' => \in_array($step, $pads, true) ? 0 : 1,
            ],
            $run['steps'],
        );
        self::assertSame(['lead tray'], $this->call('POST', $path, ['ticks' => $ticks], 200, 'Trial')['suspects']);
        $this->call('POST', $path, ['ticks' => [['unit' => 'tray']]], 400);
        $found = $this->call('POST', "/api/rigs/{$this->rig(self::FOUND)}/trial", ['ticks' => []], 200, 'Trial');
        self::assertIsArray($found['steps']);
        self::assertContains(false, array_column($found['steps'], 'simulated'), 'the found one does not');
    }

    /** @return iterable<string, array{string}> */
    public static function sheets(): iterable
    {
        foreach (['all', 'plan', 'leads', 'cards', 'trial', 'cues', 'switches', 'strips', 'charts', 'findings'] as $sheet) {
            yield $sheet => [$sheet];
        }
    }

    #[DataProvider('sheets')]
    public function testEachSheetIsAPageAndAPdf(string $sheet): void
    {
        $rig = $this->rig(self::MENDED);
        $this->browser->request('GET', "/api/rigs/{$rig}/paper/{$sheet}.html");
        self::assertSame(200, $this->browser->getResponse()->getStatusCode());
        self::assertStringContainsString('The Salt Ferry', (string) $this->browser->getResponse()->getContent());
        $this->browser->request('GET', "/api/rigs/{$rig}/paper/{$sheet}.pdf");
        self::assertStringStartsWith('%PDF-', (string) $this->browser->getResponse()->getContent());
    }

    public function testTheLineAndTheStripsMeasureInThePdfWhatTheySay(): void
    {
        $this->browser->request('GET', "/api/rigs/{$this->rig(self::MENDED)}/paper/strips.pdf");
        preg_match_all('/stream\r?\n(.*?)\r?\nendstream/s', (string) $this->browser->getResponse()->getContent(), $streams);
        // letters have two bytes
        $drawn = implode("\n", array_map(static fn (string $stream): string => str_replace("\0", '', (string) @gzuncompress($stream)), $streams[1]));

        $before = strstr($drawn, 'This line is 100 mm', true);
        self::assertIsString($before, 'what it says');
        self::assertGreaterThan(0, preg_match_all('/^([\d.]+) ([\d.]+) m ([\d.]+) \2 l S$/m', $before, $lines, \PREG_SET_ORDER));
        $line = $lines[\count($lines) - 1];
        self::assertEqualsWithDelta(100, ((float) $line[3] - (float) $line[1]) / self::POINTS_A_MM, 0.05, 'the line above its words');

        $strips = preg_split('/^BT .*? Tf {2}\[\((?=.*mm a control)/m', $drawn);
        self::assertIsArray($strips);
        self::assertGreaterThan(2, \count($strips));
        foreach (\array_slice($strips, 1) as $strip) {
            self::assertSame(1, preg_match('/([\d.]+) mm a control/', $strip, $said));
            $pitch = (float) $said[1];
            preg_match_all('/^([\d.]+) ([\d.]+) m \1 ([\d.]+) l S$/m', $strip, $rules, \PREG_SET_ORDER);
            $top = max([0.0, ...array_map(static fn (array $rule): float => (float) $rule[2], $rules)]);
            $at = array_values(
                array_unique(
                    array_map(
                        static fn (array $rule): float => (float) $rule[1],
                        array_filter($rules, static fn (array $rule): bool => (float) $rule[2] > $top - 1),
                    ),
                ),
            );
            sort($at);
            self::assertGreaterThan(1, \count($at));
            for ($control = 1; $control < \count($at); ++$control) {
                self::assertEqualsWithDelta($control * $pitch, ($at[$control] - $at[0]) / self::POINTS_A_MM, 0.05, "rule {$control} of {$said[0]}");
            }
        }
    }

    public function testNamesWithMarkupAreNamesOnPaper(): void
    {
        $this->browser->request('GET', "/api/rigs/{$this->rig(self::MENDED)}/file");
        $rig = json_decode((string) $this->browser->getResponse()->getContent(), true);
        self::assertIsArray($rig);
        self::assertIsArray($rig['units']);
        foreach ($rig['units'] as $index => $unit) {
            self::assertIsArray($unit);
            $rig['units'][$index] = ['label' => "<script>alert({$index})</script><img src=x>"] + $unit;
        }
        $made = $this->text($this->bringIn('markup.rig.json', Json::encode($rig), 201), 'id');
        $this->browser->request('GET', "/api/rigs/{$made}/paper/all.html");
        $page = (string) $this->browser->getResponse()->getContent();
        self::assertStringContainsString('&lt;script&gt;alert(0)', $page);
        self::assertStringNotContainsString('<script', $page);
        self::assertStringNotContainsString('<img src=x', $page);
    }

    public function testASwapIsLookedAtAndRulesFollowIt(): void
    {
        $rig = $this->rig(self::MENDED);
        $charts = $this->call('GET', '/api/documents?kind=chart', null, 200);
        $echo = array_column($charts, 'id', 'name')['Far echo'] ?? '';
        $swap = $this->call('POST', "/api/rigs/{$rig}/swap", ['unit' => 'brine', 'chart' => $echo], 200, 'Swap');
        self::assertSame(
            ['Undertow', 'Mix', 'Harbour', 'Last bell', 'Swell'],
            array_column(\is_array($swap['matches']) ? $swap['matches'] : [], 'title'),
        );
        self::assertSame(
            ['places' => 1],
            $this->call(
                'POST',
                "/api/rigs/{$rig}/titles",
                ['unit' => 'brine', 'titles' => [['what' => 'parameter', 'from' => 'swell', 'to' => 'Feedback']]],
                200,
            ),
        );
        self::assertStringContainsString('turn brine "Feedback"', $this->rulesOf($rig));
        $this->call(
            'POST',
            "/api/rigs/{$rig}/titles",
            ['unit' => 'brine', 'titles' => [['what' => 'parameter', 'from' => 'Feedback', 'to' => 'a "b"']]],
            422,
        );
        $this->call('POST', "/api/rigs/{$rig}/swap", ['unit' => 'nobody', 'chart' => $echo], 404);
        $this->call(
            'POST',
            "/api/rigs/{$rig}/titles",
            ['unit' => 'brine', 'titles' => [['what' => 'parameter', 'from' => 'Feedback', 'to' => 'Swell']]],
            200,
        );
    }

    public function testControlsAreLaidAndRulesAreAdded(): void
    {
        $rig = $this->rig(self::FOUND);
        $before = $this->rulesOf($rig);
        $laid = $this->call(
            'POST',
            "/api/rigs/{$rig}/lay",
            ['from' => 'strip', 'first' => 'B fader 1', 'last' => 'B fader 2', 'to' => 'desk', 'family' => 'Mix 2', 'takeover' => 'scaled'],
            200,
            'Laid',
        );
        self::assertSame(2, $laid['count']);
        self::assertIsString($laid['rules']);
        $this->call('POST', "/api/rigs/{$rig}/rules", ['text' => $laid['rules']], 200);
        self::assertSame(rtrim($before), substr($this->rulesOf($rig), 0, \strlen(rtrim($before))), 'nothing else has changed');
        self::assertStringContainsString('turn desk "Mix 2 / input 1" scaled', $this->rulesOf($rig));
        $this->call('POST', "/api/rigs/{$rig}/rules", ['text' => "rule \"Bad\"\n  tkae cc 1\n"], 422);
        $this->call(
            'POST',
            "/api/rigs/{$rig}/lay",
            ['from' => 'strip', 'first' => 'B fader 1', 'last' => 'B fader 2', 'to' => 'desk', 'family' => 'Mix 2', 'takeover' => 'leap'],
            400,
        );
    }

    /** A rule by a number that its fader had as it came: the fix is an edit of the rules. */
    public function testRulesArePutRightByName(): void
    {
        $json = json_decode((string) file_get_contents(\dirname(__DIR__, 2).'/demo/salt-ferry.rig.json'), true, 512, \JSON_THROW_ON_ERROR);
        self::assertIsArray($json);
        self::assertIsArray($json['units']);
        self::assertIsString($json['rulebook']);
        foreach ($json['units'] as $index => $unit) {
            if (\is_array($unit) && 'strip' === ($unit['name'] ?? null)) {
                $json['units'][$index] = [
                    ...$unit,
                    'assigned' => ['B fader 1' => ['message' => ['kind' => 'cc', 'number' => 110], 'state' => 'set']],
                ];
            }
        }
        $json['rulebook'] .= "\nrule \"Lamp by number\"\n  from strip\n  take cc 102 # the first of B\n  turn lantern \"Lamp 3\"\n";
        $rig = $this->bringIn('numbers.rig.json', json_encode($json, \JSON_THROW_ON_ERROR), 201)['id'] ?? '';
        self::assertIsString($rig);
        $keys = function () use ($rig): array {
            $findings = $this->call('GET', "/api/rigs/{$rig}/computed", null, 200, 'ComputedRig')['findings'] ?? [];

            return array_column(
                array_filter(
                    \is_array($findings) ? $findings : [],
                    static fn (mixed $each): bool => \is_array($each)
                        && 'number-nobody-sends' === $each['code']
                        && \is_array($each['fix'])
                        && \is_array($each['fix']['preview'])
                        && \is_string($each['fix']['preview'][0] ?? null)
                        && str_starts_with($each['fix']['preview'][0], 'rules, line'),
                ),
                'key',
            );
        };
        $key = $keys()[0] ?? null;
        self::assertIsString($key);
        $this->call('POST', "/api/rigs/{$rig}/fix", ['key' => 'nothing of the kind', 'version' => 1], 422);
        self::assertSame(1, $this->call('POST', "/api/rigs/{$rig}/fix", ['key' => $key, 'version' => 1], 200)['places'] ?? null);
        self::assertSame(str_replace('take cc 102 #', 'take strip "B fader 1" #', $json['rulebook']), $this->rulesOf($rig));
        self::assertSame([], $keys(), 'and it is gone');
    }

    public function testAFixIsMadeOnTheServerAndOnlyOfWhatIsStored(): void
    {
        $rig = $this->bringIn('fix.rig.json', (string) file_get_contents(\dirname(__DIR__, 2).'/demo/salt-ferry-as-found.rig.json'), 201)['id'] ?? '';
        self::assertIsString($rig);
        $fixes = function () use ($rig): array {
            $findings = $this->call('GET', "/api/rigs/{$rig}/computed", null, 200, 'ComputedRig')['findings'] ?? [];
            $fixes = [];
            foreach (\is_array($findings) ? $findings : [] as $each) {
                if (\is_array($each) && \is_array($each['fix']) && \is_string($each['key']) && \is_string($each['fix']['title'])) {
                    $fixes[$each['fix']['title']] = ['key' => $each['key'], 'preview' => $each['fix']['preview']];
                }
            }

            return $fixes;
        };
        $thru = $fixes()['Switch thru of knot on'] ?? null;
        self::assertNotNull($thru);
        self::assertSame(['knot, thru: off → on'], $thru['preview']);
        $before = $this->call('GET', "/api/documents/{$rig}", null, 200);
        $this->call('POST', "/api/rigs/{$rig}/fix", ['key' => $thru['key'], 'version' => 7], 409);
        self::assertSame($before, $this->call('GET', "/api/documents/{$rig}", null, 200), 'a fix of another version changes nothing');
        $fixed = $this->call('POST', "/api/rigs/{$rig}/fix", ['key' => $thru['key'], 'version' => 1], 200);
        self::assertSame([2, 0], [$this->at($fixed, 'document.version'), $fixed['places'] ?? null]);
        self::assertArrayNotHasKey('Switch thru of knot on', $fixes());
        $this->call('POST', "/api/rigs/{$rig}/fix", ['key' => $thru['key'], 'version' => 2], 422);
        $objects = static fn (mixed $text): int => substr_count(\is_string($text) ? $text : '', '{}');
        self::assertSame($objects($before['text'] ?? null), $objects($this->at($fixed, 'document.text')), 'empty objects do not become lists');
    }

    public function testSmallSumsAreWorkedOut(): void
    {
        $reckoned = $this->call('GET', '/api/reckon/tempo?bpm=120', null, 200);
        self::assertSame('20.833 ms', $this->at($reckoned, 'results.0.value'));
        $this->call('GET', '/api/reckon/tempo?bpm=quick', null, 400);
        $this->call('GET', '/api/reckon/halves?number=99999', null, 400);
    }

    private function rulesOf(string $rig): string
    {
        $this->browser->request('GET', "/api/rigs/{$rig}/file");
        $json = json_decode((string) $this->browser->getResponse()->getContent(), true);

        return \is_array($json) && \is_string($json['rulebook'] ?? null) ? $json['rulebook'] : '';
    }

    public function testAPastedTableBecomesAChartThatIsPlayedOnTheBench(): void
    {
        $read = $this->call('POST', '/api/charts/read', ['text' => self::TABLE, 'name' => 'Tide'], 200, 'ReadTable');
        self::assertIsArray($read['rows']);
        self::assertSame([2, 3, 4, 5], array_column($read['rows'], 'line'));
        self::assertSame('not taken', $this->at($read, 'rows.3.group'), 'a row without a number is named');
        self::assertNotSame([], $this->at($read, 'rows.3.why'));
        $chosen = $this->call(
            'POST',
            '/api/charts/read',
            ['text' => "Name;Number\nMix;10\n", 'name' => 'Tide', 'columns' => [['index' => 1, 'holds' => 'controller, hexadecimal']]],
            200,
            'ReadTable',
        );
        self::assertSame(16, $this->at($chosen, 'chart.parameters.0.message.number'));
        $this->call('POST', '/api/charts/read', ['text' => 'x', 'name' => 'Tide', 'columns' => [['index' => 1, 'holds' => 'salt']]], 422);
        $this->call('POST', '/api/charts/read', ['text' => 'x', 'name' => 'Tide', 'columns' => [['index' => 60, 'holds' => 'name']]], 400);
        self::assertSame(22, $this->at($read, 'chart.parameters.1.message.number'));

        $book = $this->text(
            $this->call(
                'POST',
                '/api/documents',
                ['kind' => 'rulebook', 'name' => 'Tide', 'text' => "port keys in\nport boxes out\nrule \"Mix\"\n  take cc 1\n  turn tide \"Mix\"\n"],
                201,
            ),
            'id',
        );
        $rig = [
            'schema' => 1,
            'name' => 'Tide',
            'charts' => ['tide' => ['revision' => 1, 'chart' => $read['chart']]],
            'units' => [
                ['name' => 'tide', 'chart' => ['id' => 'tide', 'revision' => 1], 'settings' => ['channel' => ['value' => 7, 'state' => 'set']]],
            ],
            'leads' => [['id' => 'one', 'a' => ['unit' => 'post', 'plug' => 'boxes'], 'b' => ['unit' => 'tide', 'plug' => 'in']]],
            'book' => $book,
        ];
        $made = $this->text($this->call('POST', '/api/documents', ['kind' => 'rig', 'name' => 'Tide', 'text' => Json::encode($rig)], 201), 'id');
        $bench = $this->call(
            'POST',
            '/api/bench',
            ['text' => "port keys in\nport boxes out\nrule \"Mix\"\n  take cc 1\n  turn tide \"Mix\"\n", 'rig' => $made],
            201,
            'Bench',
        );
        $news = $this->play('/api/bench/'.$this->text($bench, 'id'), 1, [
            ['do' => 'play', 'port' => 'keys', 'control' => 'Fader 1', 'value' => 90, 'timeUs' => 1000],
        ]);
        self::assertSame('tide', $this->at($news, 'receivers.0.port'));
        self::assertSame(['Mix', 90], [$this->at($news, 'receivers.0.view.values.0.name'), $this->at($news, 'receivers.0.view.values.0.value')]);
    }

    public function testTheSameRulesOnAnotherRigAreHeardByItsUnits(): void
    {
        $heard = [];
        foreach (['gull', 'moth'] as $unit) {
            $chart = [
                'schema' => 1,
                'name' => $unit,
                'sort' => 'synth',
                'plugs' => [['id' => 'in', 'label' => 'IN', 'connector' => 'any', 'uses' => [['way' => 'in', 'carries' => 'midi']]]],
            ];
            $rig = [
                'schema' => 1,
                'name' => $unit,
                'charts' => ['c' => ['revision' => 1, 'chart' => $chart + ['hears' => [['id' => 'all', 'at' => ['in'], 'channel' => 'omni']]]]],
                'units' => [['name' => $unit, 'chart' => ['id' => 'c', 'revision' => 1]]],
                'leads' => [['id' => 'one', 'a' => ['unit' => 'post', 'plug' => 'boxes'], 'b' => ['unit' => $unit, 'plug' => 'in']]],
            ];
            $made = $this->text($this->call('POST', '/api/documents', ['kind' => 'rig', 'name' => $unit, 'text' => Json::encode($rig)], 201), 'id');
            $bench = $this->call(
                'POST',
                '/api/bench',
                ['text' => "port keys in\nport boxes out\nrule \"All\"\n  take note\n  send boxes\n", 'rig' => $made],
                201,
                'Bench',
            );
            $heard[] = $this->at($bench, 'receivers.0.port');
        }
        self::assertSame(['gull', 'moth'], $heard);
    }

    public function testRulesFollowAUnitThatIsRenamed(): void
    {
        $text =
            "# brine is a box\nport keys in\nport boxes out\nlamps brine\nrule \"brine\"\n  take brine \"Switch\"  # of brine\n  turn brine "
                ."\"Mix\"\n  light brine \"Switch\" on\n  recall brine \"brine\"\nrule \"x\"\n  take cc 1\n  sned brine\n";
        $book = $this->text($this->call('POST', '/api/documents', ['kind' => 'rulebook', 'name' => 'Brine', 'text' => $text], 201), 'id');
        $rig = $this->text(
            $this->call(
                'POST',
                '/api/documents',
                [
                    'kind' => 'rig',
                    'name' => 'Brine',
                    'text' => Json::encode([
                        'schema' => 1,
                        'name' => 'Brine',
                        'charts' => (object) [],
                        'units' => [],
                        'leads' => [],
                        'book' => $book,
                    ]),
                ],
                201,
            ),
            'id',
        );
        self::assertSame(['places' => 5], $this->call('POST', "/api/rigs/{$rig}/rename", ['from' => 'brine', 'to' => 'salt'], 200));
        $renamed = $this->text($this->call('GET', "/api/documents/{$book}", null, 200), 'text');
        self::assertSame(
            "# brine is a box\nport keys in\nport boxes out\nlamps salt\nrule \"brine\"\n  take salt \"Switch\"  # of brine\n  turn salt "
                ."\"Mix\"\n  light salt \"Switch\" on\n  recall salt \"brine\"\nrule \"x\"\n  take cc 1\n  sned brine\n",
            $renamed,
            'comments, titles and lines that cannot be read stay',
        );
        $this->call('POST', "/api/rigs/{$rig}/rename", ['from' => 'salt', 'to' => 'brine'], 200);
        self::assertSame($text, $this->text($this->call('GET', "/api/documents/{$book}", null, 200), 'text'), 'and back');
        $this->call('POST', "/api/rigs/{$rig}/rename", ['from' => 'brine', 'to' => 'Two words'], 422);
        self::assertSame(['places' => 0], $this->call('POST', "/api/rigs/{$rig}/rename", ['from' => 'nobody', 'to' => 'x'], 200));
    }

    public function testTablesThatCannotBeReadSayWhy(): void
    {
        self::assertStringContainsString(
            'line 1',
            $this->text($this->call('POST', '/api/charts/read', ['text' => '<?xml version="1.0"?><a><b></a>', 'name' => ''], 422), 'error'),
        );
        self::assertSame(
            [],
            $this->at(
                $this->call('POST', '/api/charts/read', ['text' => "\u{1F30A}\u{0}\u{7}", 'name' => ''], 200, 'ReadTable'),
                'chart.parameters',
            ) ?? [],
        );
        $this->call('GET', '/api/rigs/nobody/computed', null, 404);
        $this->call('GET', '/api/rigs/nobody/paper/all.pdf', null, 404);
    }

    private function rig(string $name): string
    {
        foreach ($this->call('GET', '/api/documents?kind=rig', null, 200) as $each) {
            if (\is_array($each) && $each['name'] === $name) {
                return $this->text($each, 'id');
            }
        }
        self::fail("no rig {$name}");
    }

    /** @return array<mixed> */
    private function bringIn(string $name, string $content, ?int $status): array
    {
        return $this->upload($name, $content, $status, '/api/documents/import');
    }
}
