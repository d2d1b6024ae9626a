<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Tests\Core\Cases;

/** The published schemas are those of the classes, and agree with what is read. */
final class SchemaTest extends TestCase
{
    /** @return iterable<string, array{string, class-string}> */
    public static function documents(): iterable
    {
        yield 'chart' => ['chart', Chart::class];
        yield 'rig' => ['rig', Rig::class];
    }

    /** @param class-string $class */
    #[DataProvider('documents')]
    public function testThePublishedSchemaIsCurrent(string $name, string $class): void
    {
        self::assertSame(
            Json::encode(Json::schema($class, "Zigzag Post {$name}")),
            (string) file_get_contents(\dirname(__DIR__, 3)."/docs/schema/{$name}.schema.json"),
            'bin/schemas writes them anew',
        );
    }

    public function testARigIsReadAndWrittenWithoutLoss(): void
    {
        $text = (string) file_get_contents(\dirname(__DIR__, 3).'/docs/examples/stage.json');

        self::assertSame($text, Json::write(Json::read(Rig::class, $text)));
    }

    /** What the schema allows is read, and what it forbids is refused. */
    public function testSchemaAndReaderAgreeOnDamagedDocuments(): void
    {
        $validator = new Validator();
        $schema = json_decode(Json::encode(Json::schema(Rig::class, 'Rig')));
        self::assertIsObject($schema);
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(11));
        $good = (string) file_get_contents(\dirname(__DIR__, 3).'/docs/examples/stage.json');
        $refused = 0;
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $json = json_decode($good, true);
            self::assertIsArray($json);
            $damaged = Json::encode(self::damaged($json, $random));
            $why = '';
            $isAllowed = $validator->validate(json_decode($damaged), $schema)->isValid();
            try {
                Json::read(Rig::class, $damaged);
                $isRead = true;
            } catch (BadData $bad) {
                self::assertNotSame('', $bad->problems[0]->text);
                $isRead = false;
                ++$refused;
                $why = $bad->getMessage();
            }
            self::assertSame($isAllowed, $isRead, $why."\n".$damaged);
        }
        self::assertGreaterThan(0, $refused);
    }

    /**
     * @param array<mixed> $json
     *
     * @return array<mixed>
     */
    private static function damaged(array $json, \Random\Randomizer $random): array
    {
        $keys = array_keys($json);
        $key = $keys[$random->getInt(0, \count($keys) - 1)];
        $value = $json[$key];
        if (\is_array($value) && [] !== $value && $random->getInt(0, 9) > 0) {
            $json[$key] = self::damaged($value, $random);

            return $json;
        }
        $json[$key] = [null, 'zz', -1, 5000000, 1.5, true, [], ['x' => 1], '', 3][$random->getInt(0, 9)];
        if (0 === $random->getInt(0, 3)) {
            unset($json[$key]);
            $json = array_is_list($json) || 0 !== $random->getInt(0, 1) ? $json : [...$json, 'unheard of' => 1];
        }

        return $json;
    }
}
