<?php

declare(strict_types=1);

namespace Skarvo\Tests\Json;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Topology\EstateDocument;

final class DocumentTest extends TestCase
{
    /** @return iterable<string, array{string, string, string}> */
    public static function firstErrors(): iterable
    {
        yield 'not JSON' => ['{"items":[', 'invalid_json', ''];
        yield 'not UTF-8' => ["{\"items\":[{\"id\":\"\xff\"}]}", 'invalid_json', ''];
        yield 'no object' => ['[]', 'wrong_type', ''];
        yield 'null is a wrong type' => ['{"items":null}', 'wrong_type', '/items'];
        yield 'the first in the order of the document, whatever is read first' => [
            '{"observed":[{"id":"x","state":"up"}],"items":[{"id":7}]}', 'unknown_id', '/observed/0/id',
        ];
        yield 'a missing field is at the very start of its object' => ['{"items":[{"colour":"red"}]}', 'missing_field', '/items/0/id'];
        yield 'a repeated dependency is told before what is wrong inside it' => [
            '{"items":[{"id":"a"},{"id":"b"}],"dependencies":[{"from":"a","to":"b","strength":"hard"},{"from":"a","to":"b","strength":"odd"}]}',
            'duplicate_id', '/dependencies/1',
        ];
        yield 'a name with a slash is escaped' => ['{"items":[],"a/b~c":1}', 'unknown_field', '/a~1b~0c'];
        yield 'white space in an id' => ['{"items":[{"id":"a b"}]}', 'out_of_range', '/items/0/id'];
        yield 'a no-break space in an id' => ["{\"items\":[{\"id\":\"a\u{a0}b\"}]}", 'out_of_range', '/items/0/id'];
        yield 'an empty id' => ['{"items":[{"id":""}]}', 'out_of_range', '/items/0/id'];
        yield 'a long id' => ['{"items":[{"id":"'.str_repeat('é', 129).'"}]}', 'out_of_range', '/items/0/id'];
        yield 'a number with a fraction' => ['{"items":[{"id":"a","tier":1.0}]}', 'wrong_type', '/items/0/tier'];
        yield 'a dependency with neither strength nor group' => [
            '{"items":[{"id":"a"},{"id":"b"}],"dependencies":[{"from":"a","to":"b"}]}', 'missing_field',
            '/dependencies/0/strength',
        ];
        yield 'an item that needs itself' => [
            '{"items":[{"id":"a"}],"dependencies":[{"from":"a","to":"a","strength":"hard"}]}', 'out_of_range',
            '/dependencies/0/to',
        ];
        yield 'a group that needs more than it has' => [
            '{"items":[{"id":"a"},{"id":"b"}],"dependencies":[{"from":"a","to":"b","group":"g"}],"groups":[{"item":"a","name":"g","needs":2,"strength":"hard"}]}',
            'out_of_range', '/groups/0/needs',
        ];
    }

    #[DataProvider('firstErrors')]
    public function test_the_first_error_is_told_with_where_it_is(string $json, string $code, string $at): void
    {
        try {
            EstateDocument::forTrace(Document::parse($json));
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame([$code, $at], [$e->error->value, $e->at]);
        }
    }

    public function test_ids_that_look_like_numbers_are_strings_like_any_other(): void
    {
        [$graph] = EstateDocument::forTrace(Document::parse('{"items":[{"id":"007"},{"id":"7"},{"id":"'.str_repeat('é', 128).'"}]}'));

        self::assertSame([3, '007', '7'], [$graph->size(), $graph->id(0), $graph->id(1)]);
    }
}
