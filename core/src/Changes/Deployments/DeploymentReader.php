<?php

declare(strict_types=1);

namespace Skarvo\Changes\Deployments;

use Skarvo\Changes\ChangeResult;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Row;

/**
 * Reads what a delivery pipeline tells: an event of CDEvents for a service (cdevents.dev, the subject `service`), bare or
 * as the data of a CloudEvent, or a plain object of our own. Fields of CDEvents that are of no use here are passed over.
 */
final class DeploymentReader
{
    private const TYPE = '/^dev\.cdevents\.service\.(deployed|upgraded|rolledback|removed)(\.\d+\.\d+\.\d+(-[a-z0-9.]+)?)?$/D';

    private const OURS = ['began', 'environment', 'version', 'commits', 'author', 'work_item', 'result', 'doing'];

    private const LONGEST = 200;

    /**
     * @param  mixed  $value  objects as stdClass
     *
     * @throws BadInput
     */
    public static function read(mixed $value): Deployment
    {
        $document = Document::of($value);
        if ($value instanceof \stdClass && property_exists($value, 'specversion')) {
            $data = $value->data ?? null;
            if (! $data instanceof \stdClass) {
                throw new BadInput(
                    property_exists($value, 'data') ? ErrorCode::WrongType : ErrorCode::MissingField, '/data',
                    'The data of this CloudEvent is an event of CDEvents: an object with context and subject.',
                );
            }
            $document = Document::of($data);
            try {
                return self::event($document, $data);
            } catch (BadInput $e) {
                throw new BadInput($e->error, "/data$e->at", $e->getMessage());
            }
        }

        return $value instanceof \stdClass && property_exists($value, 'context') ? self::event($document, $value) : self::ours($document);
    }

    private static function event(Document $document, \stdClass $event): Deployment
    {
        $root = Row::of($document, get_object_vars($event));
        $context = self::part($root, 'context', ['id', 'source', 'type', 'timestamp']);
        $subject = self::part($root, 'subject', ['id', 'content']);
        $content = $subject === null ? null : self::part($subject, 'content', []);
        $environment = $content?->has('environment') === true ? self::part($content, 'environment', ['id']) : null;
        $more = $root->has('customData') && $root->fields['customData'] instanceof \stdClass
            ? Row::of($document, get_object_vars($root->fields['customData']), '/customData')
            : null;
        $type = $context?->text('type');
        if ($type !== null && preg_match(self::TYPE, $type, $m) !== 1) {
            $document->refuse(
                ErrorCode::OutOfRange, '/context/type',
                'Deployments are dev.cdevents.service.deployed, upgraded, rolledback and removed. Send one of these.',
            );
        }
        $at = $context?->second('timestamp');
        [$id, $source, $service] = [
            $context === null ? null : self::name($context, 'id'), $context === null ? null : self::name($context, 'source'),
            $subject === null ? null : self::name($subject, 'id'),
        ];
        $artifact = $content === null ? null : self::optional($content, 'artifactId');
        $named = $environment === null ? null : self::name($environment, 'id');
        $told = array_map(
            static fn(string $name): ?string => $more === null ? null : self::optional($more, $name), ['commits', 'author', 'workItem'],
        );
        $document->conclude();
        if ($id === null || $source === null || $service === null || $at === null) {
            throw new \LogicException('A sound event has what it must have.');
        }

        return new Deployment(
            $id, $source, $service, Doing::from($m[1] ?? ''), null, $at, $named, self::version($artifact), $told[0], $told[1], $told[2],
            ChangeResult::Ok,
        );
    }

    private static function ours(Document $document): Deployment
    {
        $root = Row::root($document, ['id', 'source', 'service', 'at'], self::OURS);
        [$id, $source, $service] = array_map(static fn(string $name): ?string => self::name($root, $name), ['id', 'source', 'service']);
        $at = $root->second('at');
        $began = $root->second('began');
        if ($at !== null && $began !== null && $began > $at) {
            $document->refuse(ErrorCode::OutOfRange, '/began', 'It began after it was done. Correct one of the two.');
        }
        $doing = $root->word('doing', Doing::class) ?? Doing::Deployed;
        $result = $root->word('result', ChangeResult::class) ?? ChangeResult::Ok;
        $told = array_map(
            static fn(string $name): ?string => self::optional($root, $name), ['environment', 'version', 'commits', 'author', 'work_item'],
        );
        $document->conclude();
        if ($id === null || $source === null || $service === null || $at === null) {
            throw new \LogicException('A sound document has what it must have.');
        }

        return new Deployment($id, $source, $service, $doing, $began, $at, $told[0], $told[1], $told[2], $told[3], $told[4], $result);
    }

    /**
     * An object of which only some fields are of use.
     *
     * @param  list<string>  $required
     */
    private static function part(Row $row, string $name, array $required): ?Row
    {
        $value = $row->fields[$name] ?? null;
        if (! $value instanceof \stdClass) {
            return $row->has($name)
                ? $row->document->wrongType($row->at($name), 'an object')
                : $row->document->refuse(ErrorCode::MissingField, $row->at($name), "The field \"$name\" is missing here. Add it.");
        }
        $part = Row::of($row->document, get_object_vars($value), $row->at($name));
        foreach ($required as $field) {
            if (! $part->has($field)) {
                $row->document->refuse(ErrorCode::MissingField, $part->at($field), "The field \"$field\" is missing here. Add it.");
            }
        }

        return $part;
    }

    private static function name(Row $row, string $name): ?string
    {
        $text = $row->text($name);

        return $text === null || (trim($text) !== '' && mb_strlen($text) <= self::LONGEST)
            ? $text
            : $row->document->refuse(ErrorCode::OutOfRange, $row->at($name), 'Use 1 to '.self::LONGEST.' characters.');
    }

    /** What may be missing, or null; what is too long is cut: it is told, and decides nothing. */
    private static function optional(Row $row, string $name): ?string
    {
        $text = $row->has($name) && $row->fields[$name] !== null ? trim((string) $row->text($name)) : '';

        return $text === '' ? null : mb_substr($text, 0, self::LONGEST);
    }

    /** The version in a package URL: `pkg:oci/boarding-api@4.2.0?arch=amd64` (ECMA-427); of another name, the name. */
    private static function version(?string $artifact): ?string
    {
        if ($artifact === null || ! str_starts_with($artifact, 'pkg:')) {
            return $artifact;
        }
        $version = strstr(explode('?', explode('#', $artifact)[0])[0], '@');

        return $version === false || $version === '@' ? null : rawurldecode(substr($version, 1));
    }
}
