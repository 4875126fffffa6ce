<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Deployments;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\Deployments\DeploymentReader;
use Skarvo\Changes\Deployments\Doing;
use Skarvo\Changes\Deployments\Undone;
use Skarvo\Json\BadInput;

final class DeploymentReaderTest extends TestCase
{
    private const EVENT = [
        'context' => [
            'version' => '0.4.1', 'id' => '271069a8', 'source' => '/pipelines/boarding', 'type' => 'dev.cdevents.service.deployed.0.1.1',
            'timestamp' => '2026-03-02T07:04:00.25Z',
        ],
        'subject' => [
            'id' => 'boarding-api', 'source' => '/pipelines/boarding', 'type' => 'service',
            'content' => ['environment' => ['id' => 'production'], 'artifactId' => 'pkg:oci/boarding-api@4.2.0%2B1?arch=amd64'],
        ],
        'customData' => ['author' => 'Siri Lund', 'commits' => '1a2b..3c4d', 'workItem' => 'REQ-7', 'stage' => 3],
    ];

    public function test_a_bare_event_and_one_in_an_envelope_say_the_same(): void
    {
        $bare = DeploymentReader::read(self::object(self::EVENT));
        $inside = DeploymentReader::read(self::object([
            'specversion' => '1.0', 'id' => 'x', 'source' => 's', 'type' => 'dev.cdevents.service.deployed.0.1.1', 'data' => self::EVENT,
        ]));

        self::assertEquals($bare, $inside);
        self::assertSame(
            [
                '271069a8', '/pipelines/boarding', 'boarding-api', Doing::Deployed, null, 1_772_435_040, 'production', '4.2.0+1',
                '1a2b..3c4d', 'Siri Lund', 'REQ-7', ChangeResult::Ok,
            ],
            array_values(get_object_vars($bare)),
        );
        self::assertSame('Deployed boarding-api 4.2.0+1', $bare->title());
    }

    public function test_types_without_a_version_are_taken_and_others_are_not(): void
    {
        foreach (Doing::cases() as $doing) {
            $event = self::EVENT;
            $event['context']['type'] = "dev.cdevents.service.$doing->value";
            unset($event['subject']['content']['artifactId'], $event['customData']);
            self::assertSame(
                [$doing, null], [DeploymentReader::read(self::object($event))->doing, DeploymentReader::read(self::object($event))->version]
            );
        }
    }

    public function test_our_own_form(): void
    {
        $read = DeploymentReader::read(self::object([
            'id' => '7', 'source' => 'ci', 'service' => 'boarding', 'began' => '2026-03-02T07:00:00Z', 'at' => '2026-03-02T07:04:00Z',
            'result' => 'failed', 'version' => '', 'author' => str_repeat('å', 300),
        ]));

        self::assertSame(
            [1_772_434_800, null, ChangeResult::Failed, Doing::Deployed, 200],
            [$read->began, $read->version, $read->result, $read->doing, mb_strlen((string) $read->author)]
        );
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function bad(): iterable
    {
        $event = static function (\Closure $spoil): array {
            $one = self::EVENT;
            $spoil($one);

            return $one;
        };
        yield 'another subject' => [
            $event(static function (array &$e): void { $e['context']['type'] = 'dev.cdevents.pipelinerun.started.0.1.0'; }), 'out_of_range',
            '/context/type',
        ];
        yield 'no time' => [
            $event(static function (array &$e): void { unset($e['context']['timestamp']); }), 'missing_field', '/context/timestamp',
        ];
        yield 'no service' => [$event(static function (array &$e): void { unset($e['subject']['id']); }), 'missing_field', '/subject/id'];
        yield 'blank service' => [$event(static function (array &$e): void { $e['subject']['id'] = '  '; }), 'out_of_range', '/subject/id'];
        yield 'no subject' => [$event(static function (array &$e): void { unset($e['subject']); }), 'missing_field', '/subject'];
        yield 'content is text' => [
            $event(static function (array &$e): void { $e['subject']['content'] = 'x'; }), 'wrong_type', '/subject/content',
        ];
        yield 'inside an envelope' => [
            ['specversion' => '1.0', 'data' => $event(static function (array &$e): void { $e['context']['id'] = 7; })], 'wrong_type',
            '/data/context/id',
        ];
        yield 'an empty envelope' => [['specversion' => '1.0'], 'missing_field', '/data'];
        yield 'ours, misspelt' => [
            ['id' => '1', 'source' => 's', 'service' => 'x', 'at' => '2026-03-02T07:00:00Z', 'env' => 'p'], 'unknown_field', '/env',
        ];
        yield 'ours, the wrong way round' => [
            ['id' => '1', 'source' => 's', 'service' => 'x', 'at' => '2026-03-02T07:00:00Z', 'began' => '2026-03-02T07:00:01Z'],
            'out_of_range', '/began',
        ];
    }

    /** @param  array<string, mixed>  $value */
    #[DataProvider('bad')]
    public function test_what_cannot_be_used_is_refused_where_it_is_wrong(array $value, string $code, string $at): void
    {
        try {
            DeploymentReader::read(self::object($value));
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame([$code, $at], [$e->error->value, $e->at]);
        }
    }

    public function test_what_a_rollback_took_out_does_not_depend_on_the_order_in_which_it_is_told(): void
    {
        $all = [
            [1, Doing::Deployed, 10], [2, Doing::Upgraded, 20], [3, Doing::RolledBack, 30], [4, Doing::RolledBack, 40],
            [5, Doing::RolledBack, 50], [6, Doing::Deployed, 60], [7, Doing::Removed, 70], [8, Doing::RolledBack, 80],
        ];
        $random = new Randomizer(new Mt19937(2));
        for ($n = 0; $n < 50; $n++) {
            self::assertEquals([2 => 3, 1 => 4], Undone::of($random->shuffleArray($all)));
        }
    }

    /** @param  array<string, mixed>  $value */
    private static function object(array $value): mixed
    {
        return json_decode(json_encode($value, JSON_THROW_ON_ERROR), false);
    }
}
