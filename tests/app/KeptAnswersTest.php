<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Documents\Documents;
use App\Rig\KeptAnswers;
use Symfony\Component\Filesystem\Filesystem;

/** What was computed is kept until what it was computed from becomes another. */
final class KeptAnswersTest extends ApiTestCase
{
    public function testAnAnswerIsComputedOnceAndStaysWhatItWas(): void
    {
        $folder = sys_get_temp_dir().'/zigzag-answers-'.bin2hex(random_bytes(6));
        $documents = self::getContainer()->get(Documents::class);
        self::assertInstanceOf(Documents::class, $documents);
        $kept = new KeptAnswers($documents, $folder);
        /** @var \ArrayObject<int, true> $asked */
        $asked = new \ArrayObject();
        $answer = static function () use ($asked): array {
            $asked[] = true;

            return ['list' => [], 'object' => new \stdClass(), 'real' => 2.0, 'text' => 'é "x"'];
        };
        $first = $kept->under('a', $answer);
        self::assertSame('{"list":[],"object":{},"real":2.0,"text":"\u00e9 \"x\""}', json_encode($first, \JSON_PRESERVE_ZERO_FRACTION));
        self::assertEquals($first, $kept->under('a', $answer));
        self::assertCount(1, $asked);
        $kept->under('b', $answer);
        self::assertCount(2, $asked);
        file_put_contents("{$folder}/answers/a.json", '{"list":[');
        self::assertEquals($first, $kept->under('a', $answer), 'what is damaged is computed again');
        $kept->forget();
        $kept->under('a', $answer);
        self::assertCount(4, $asked, 'after a start of the application as well');
        (new Filesystem())->remove($folder);
    }

    public function testAProofThatIsAcceptedAndRulesThatChangeAreSeen(): void
    {
        $rig = $this->mended();
        $slices = $this->slices($rig);
        $whole = $this->call('GET', "/api/rigs/{$rig}/proofs", null, 200, 'Proofs');
        self::assertSame($whole['proofs'], $slices['proofs'], 'in slices as at once');
        self::assertSame($whole['uncovered'], $slices['uncovered']);
        self::assertSame($whole, $this->call('GET', "/api/rigs/{$rig}/proofs", null, 200), 'and so once more');
        $book = $this->text($this->call('GET', "/api/documents/{$rig}", null, 200), 'text');
        $id = $this->text((array) json_decode($book, true), 'book');
        $stored = $this->call('GET', "/api/documents/{$id}", null, 200);
        $text = str_replace('play moths', 'drop', $this->text($stored, 'text'));
        $this->call('PUT', "/api/documents/{$id}", ['name' => $stored['name'], 'text' => $text, 'version' => $stored['version']], 200);
        $differ = array_filter(
            array_column((array) $this->call('GET', "/api/rigs/{$rig}/proofs", null, 200)['proofs'], 'changes'),
            static fn (mixed $changes): bool => [] !== $changes,
        );
        self::assertNotSame([], $differ, 'other rules are played at once');
    }

    public function testABenchOpensAgainAsItWasAlsoWhereItsBookWasSweptAway(): void
    {
        $rig = $this->mended();
        $id = $this->text((array) json_decode($this->text($this->call('GET', "/api/documents/{$rig}", null, 200), 'text'), true), 'book');
        $text = $this->text($this->call('GET', "/api/documents/{$id}", null, 200), 'text');
        $open = fn (): array => $this->call('POST', '/api/bench', ['text' => $text, 'rig' => $rig, 'window' => 'abcdef12'], 201);
        $first = $open();
        self::assertNotSame([], $first['receivers'] ?? []);
        $again = $open();
        self::assertSame([$first['book'], $first['senders'], $first['receivers']], [$again['book'], $again['senders'], $again['receivers']]);
        $folder = self::getContainer()->getParameter('kernel.cache_dir');
        self::assertIsString($folder);
        foreach (glob("{$folder}/books/*") ?: [] as $file) {
            str_ends_with($file, '.php') || unlink($file);
        }
        $third = $open();
        self::assertSame([$first['book'], $first['senders'], $first['receivers']], [$third['book'], $third['senders'], $third['receivers']]);
    }

    public function testWhatControlsDoIsSaidOfTheRulesThatRunAndFoundOutOnce(): void
    {
        $rig = $this->mended();
        $id = $this->text((array) json_decode($this->text($this->call('GET', "/api/documents/{$rig}", null, 200), 'text'), true), 'book');
        $text = $this->text($this->call('GET', "/api/documents/{$id}", null, 200), 'text');
        $folder = self::getContainer()->getParameter('kernel.cache_dir');
        self::assertIsString($folder);
        array_map(unlink(...), glob("{$folder}/answers/{uses,sheets}.*", \GLOB_BRACE) ?: []);
        $uses = function (string $text) use ($rig): array {
            $book = $this->text($this->call('POST', '/api/check', ['text' => $text, 'rig' => $rig], 200), 'book');

            return $this->call('GET', "/api/rigs/{$rig}/running/{$book}/uses", null, 200);
        };
        $stored = $uses($text);
        self::assertSame($stored, $this->call('GET', "/api/rigs/{$rig}/show", null, 200)['uses']);
        self::assertCount(1, glob("{$folder}/answers/uses.*") ?: [], 'found out once for both');
        $does = static fn (array $uses): string => (string) json_encode(array_column($uses, 'does'));
        self::assertStringContainsString('Open sea', $does($stored));
        $changed = $uses(str_replace('scene "Open sea"', 'scene "Wide sea"', str_replace('go "Open sea"', 'go "Wide sea"', $text)));
        self::assertStringContainsString('Wide sea', $does($changed), 'what runs is said, not what is stored');
        self::assertStringNotContainsString('Open sea', $does($changed));
    }

    private function mended(): string
    {
        foreach ($this->call('GET', '/api/shows', null, 200) as $show) {
            if (\is_array($show) && 'The ferry, mended' === $show['name']) {
                return $this->text($show, 'id');
            }
        }
        self::fail('there is no such show');
    }

    /** @return array{proofs: list<mixed>, uncovered: mixed} */
    private function slices(string $rig): array
    {
        $known = '';
        $next = 0;
        $proofs = [];
        do {
            $some = $this->call('GET', "/api/rigs/{$rig}/proofs?known={$known}&from={$next}", null, 200, 'Proofs');
            array_push($proofs, ...array_values((array) $some['proofs']));
            $known = $this->text($some, 'key');
            $next = \is_int($some['next']) ? $some['next'] : self::fail('no number');
        } while ($next < $some['total']);

        return ['proofs' => $proofs, 'uncovered' => $some['uncovered']];
    }
}
