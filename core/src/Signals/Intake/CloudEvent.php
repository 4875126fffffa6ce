<?php

declare(strict_types=1);

namespace Skarvo\Signals\Intake;

use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;

/** CloudEvents 1.0 whose type is skarvo.signal: `source`, `id` and `time` as they are, `subject` the item, `data` the rest. */
final class CloudEvent
{
    public const TYPE = 'skarvo.signal';

    private const DATA = ['check', 'condition', 'level', 'summary', 'labels', 'value', 'unit', 'url'];

    /**
     * @param  mixed  $value  an event in JSON format, objects as stdClass; extension attributes are passed over
     * @return \stdClass a signal in our own form, for its reader to judge
     *
     * @throws BadInput
     */
    public static function toSignal(mixed $value): \stdClass
    {
        $document = Document::of($value);
        if (! $value instanceof \stdClass) {
            $document->wrongType('', 'an object');
            $document->conclude();
        }
        /** @var array<string, mixed> $event */
        $event = (array) $value;
        foreach (['specversion', 'type', 'source', 'id'] as $name) {
            if (! isset($event[$name])) {
                $document->refuse(ErrorCode::MissingField, "/$name", 'A CloudEvent has this attribute.');
            }
        }
        if (isset($event['specversion']) && $event['specversion'] !== '1.0') {
            $document->refuse(ErrorCode::OutOfRange, '/specversion', 'Send CloudEvents 1.0.');
        }
        if (isset($event['type']) && $event['type'] !== self::TYPE) {
            $document->refuse(ErrorCode::OutOfRange, '/type', 'Events of the type '.self::TYPE.' are signals; nothing else is taken.');
        }
        $data = self::data($event, $document);
        foreach (array_diff(array_keys($data), self::DATA) as $unknown) {
            $document->refuse(ErrorCode::UnknownField, "/data/$unknown", 'The data of a signal has '.implode(', ', self::DATA).'.');
        }
        $document->conclude();
        $signal = array_filter(
            [
                'source' => $event['source'], 'id' => $event['id'], 'at' => self::toTheSecond($event['time'] ?? null),
                'item' => $event['subject'] ?? null,
            ],
            static fn(mixed $field): bool => $field !== null,
        );

        return (object) [...$signal, ...$data];
    }

    /**
     * @param  array<string, mixed>  $event
     * @return array<array-key, mixed>
     */
    private static function data(array $event, Document $document): array
    {
        $data = $event['data'] ?? null;
        if ($data === null && is_string($event['data_base64'] ?? null)) {
            $data = json_decode((string) base64_decode($event['data_base64'], true), false, 32);
        }
        if (is_string($data)) {
            $data = json_decode($data, false, 32);
        }
        if (! $data instanceof \stdClass) {
            $document->refuse(
                isset($event['data']) || isset($event['data_base64']) ? ErrorCode::WrongType : ErrorCode::MissingField, '/data',
                'The data is a JSON object with the rest of the signal.',
            );
        }

        return $data instanceof \stdClass ? (array) $data : [];
    }

    /** Times of events may have fractions of a second; signals are told to the second. */
    private static function toTheSecond(mixed $time): mixed
    {
        return is_string($time) ? preg_replace('/(:\d\d)\.\d+/', '$1', $time) : $time;
    }
}
