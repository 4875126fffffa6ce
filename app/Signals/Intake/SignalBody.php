<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\Http\MendMachineText;
use Illuminate\Http\Request;
use Skarvo\Json\BadInput;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\MachineText;
use Skarvo\Signals\Intake\CloudEvent;

/** Reads the signals out of a request's body: native JSON, newline-delimited JSON, or CloudEvents in structured, batch or binary form. */
final class SignalBody
{
    private const DEEPEST = 32;

    /** Label of a signal in which something was no text. */
    private const MARK = 'unreadable-text';

    /**
     * @return list<mixed> signals in our own form, objects as stdClass; in place of one that could not be read at all, why
     *
     * @throws \JsonException if the body as a whole is not JSON
     */
    public static function read(Request $request): array
    {
        $signals = self::signals($request);

        return MendMachineText::isMended($request) ? array_map(self::marked(...), $signals) : $signals;
    }

    /**
     * @return list<mixed>
     *
     * @throws \JsonException
     */
    private static function signals(Request $request): array
    {
        $type = strtolower(trim(explode(';', (string) $request->header('Content-Type', ''))[0]));
        $body = $request->getContent();

        return match (true) {
            in_array($type, ['application/x-ndjson', 'application/ndjson', 'application/jsonl'], true) => self::lines($body),
            $type === 'application/cloudevents-batch+json' => self::events(self::list(self::json($body))),
            $type === 'application/cloudevents+json' => self::events([self::json($body)]),
            $request->hasHeader('ce-specversion') => self::events([self::binary($request, $body)]),
            default => self::list(self::json($body)),
        };
    }

    /** With a label that says so, where something in it was no text and was replaced. */
    private static function marked(mixed $signal): mixed
    {
        if ($signal instanceof \stdClass && (! isset($signal->labels) || $signal->labels instanceof \stdClass) && str_contains(
            (string) json_encode($signal, JSON_UNESCAPED_UNICODE), "\u{FFFD}",
        )) {
            $signal->labels = (object) [...(array) ($signal->labels ?? []), self::MARK => 'replaced'];
        }

        return $signal;
    }

    /** @return list<mixed> */
    private static function lines(string $body): array
    {
        $signals = [];
        foreach (explode("\n", $body) as $line) {
            if (trim($line) === '') {
                continue;
            }
            try {
                $signals[] = self::json($line);
            } catch (\JsonException $e) {
                $signals[] = new BadInput(ErrorCode::InvalidJson, '', 'This line is not JSON: '.lcfirst($e->getMessage()).'.');
            }
        }

        return $signals;
    }

    /**
     * @param  list<mixed>  $events
     * @return list<mixed>
     */
    private static function events(array $events): array
    {
        return array_map(static function (mixed $event): mixed {
            try {
                return CloudEvent::toSignal($event);
            } catch (BadInput $e) {
                return $e;
            }
        }, $events);
    }

    private static function binary(Request $request, string $body): \stdClass
    {
        $event = [];
        foreach ($request->headers->keys() as $name) {
            if (str_starts_with($name, 'ce-')) {
                // Header values are percent-encoded where they are not plain ASCII.
                $event[substr($name, 3)] = MachineText::mended(rawurldecode((string) $request->header($name)));
            }
        }
        $event['data'] = $body === '' ? null : self::json($body);

        return (object) $event;
    }

    /** @return list<mixed> */
    private static function list(mixed $body): array
    {
        return match (true) {
            is_array($body) => array_values($body),
            $body instanceof \stdClass => [$body],
            default => [],
        };
    }

    private static function json(string $text): mixed
    {
        return json_decode($text, false, self::DEEPEST, JSON_THROW_ON_ERROR);
    }
}
