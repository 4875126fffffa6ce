<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use App\Updates\Update;
use App\Updates\Versions\UpdateVersion;
use Carbon\CarbonInterface;

/** Updates as a feed by RFC 4287. */
final class Atom
{
    private const NAMESPACE = 'http://www.w3.org/2005/Atom';

    /** @param  list<Update>  $updates  the latest first */
    public static function of(string $file, string $page, string $title, array $updates, CarbonInterface $at): string
    {
        $xml = new \XMLWriter;
        $xml->openMemory();
        $xml->setIndent(true);
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElementNs(null, 'feed', self::NAMESPACE);
        $address = PublicAddress::start()."/$file";
        self::element($xml, 'id', $address);
        self::element($xml, 'title', $title);
        // As RFC 4287 has it, when something in it changed: not when it was written down anew.
        self::element($xml, 'updated', ($updates[0]->published_at ?? $at)->toIso8601ZuluString());
        self::link($xml, 'self', $address, 'application/atom+xml');
        self::link($xml, 'alternate', PublicAddress::start()."/$page", 'text/html');
        $xml->startElement('author');
        self::element($xml, 'name', config()->string('skarvo.organisation'));
        $xml->endElement();
        foreach (array_slice($updates, 0, PublicFiles::FEED_ENTRIES) as $update) {
            self::entry($xml, $update);
        }
        $xml->endElement();
        $xml->endDocument();

        return $xml->outputMemory();
    }

    private static function entry(\XMLWriter $xml, Update $update): void
    {
        $address = PublicAddress::incident($update->incident_id);
        $xml->startElement('entry');
        self::element($xml, 'id', "$address#update-$update->number");
        self::element($xml, 'title', (new PageWords(UpdateVersion::own(), $update->published_at))->headline($update));
        self::element($xml, 'updated', $update->published_at->toIso8601ZuluString());
        self::element($xml, 'published', $update->published_at->toIso8601ZuluString());
        self::link($xml, 'alternate', $address, 'text/html');
        foreach ([...array_column($update->services, 'name'), ...$update->places] as $term) {
            $xml->startElement('category');
            $xml->writeAttribute('term', self::clean($term));
            $xml->endElement();
        }
        $xml->startElement('content');
        $xml->writeAttribute('type', 'text');
        $xml->text(self::clean(
            ($update->corrects === null ? '' : "Correction of update $update->corrects. ").$update->text
                .((string) $update->meanwhile === '' ? '' : "\n\nMeanwhile: $update->meanwhile"),
        ));
        $xml->endElement();
        $xml->endElement();
    }

    private static function element(\XMLWriter $xml, string $name, string $text): void
    {
        $xml->startElement($name);
        $xml->text(self::clean($text));
        $xml->endElement();
    }

    private static function link(\XMLWriter $xml, string $how, string $address, string $type): void
    {
        $xml->startElement('link');
        $xml->writeAttribute('rel', $how);
        $xml->writeAttribute('type', $type);
        $xml->writeAttribute('href', $address);
        $xml->endElement();
    }

    /** What XML 1.0 has no place for would make all of the feed unreadable. */
    private static function clean(string $text): string
    {
        return (string) preg_replace(
            '/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '', mb_scrub($text, 'UTF-8')
        );
    }
}
