<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

use Skarvo\Json\BadInput;
use Skarvo\Json\ErrorCode;
use Skarvo\Topology\Record\RecordFields;
use Skarvo\Topology\Strength;

/**
 * Items and what they need as GraphML (graphml.graphdrawing.org): a node an item, an edge from what needs to what is
 * needed. Edges with the same `group` and source are a group, of which `needed` must work.
 */
final class GraphMlEstate implements EstateFile
{
    private const SPACE = 'http://graphml.graphdrawing.org/xmlns';

    /** @var list<string> */
    private array $notes = [];

    public function __construct(private readonly string $path, private readonly RecordFields $fields) {}

    public function rows(): iterable
    {
        $this->notes = [];
        [$nodes, $needs] = $this->read();
        $unknown = [];
        foreach ($nodes as $n => [$id, $data]) {
            $fields = [];
            foreach ($data as $name => $value) {
                if ($name === 'id' || $name === 'needs') {
                    continue;
                }
                $this->fields->knows((string) $name) ? $fields[(string) $name] = trim($value) : $unknown[$name] = true;
            }
            yield new EstateRow('node '.($n + 1), $id, $fields, $needs->of($id));
        }
        if ($unknown !== []) {
            $this->notes[] = 'Passed over, as no type has such an attribute: '.implode(
                ', ', array_map(strval(...), array_keys($unknown)),
            ).'.';
        }
    }

    public function notes(): array
    {
        return $this->notes;
    }

    /** @return array{list<array{string, array<array-key, string>}>, NeedList} */
    private function read(): array
    {
        $before = libxml_use_internal_errors(true);
        libxml_clear_errors();
        // Nothing outside the file is read: no entities, no network.
        $xml = \XMLReader::open($this->path, null, LIBXML_NONET | LIBXML_COMPACT);
        if (! $xml instanceof \XMLReader) {
            throw new BadInput(ErrorCode::InvalidJson, '', 'The file cannot be read as XML.');
        }
        $names = [];
        /** @var array<string, array<string, string>> $defaults */
        $defaults = [];
        $isDirected = true;
        $nodes = [];
        $needs = new NeedList;
        $graphs = 0;
        try {
            while ($xml->read()) {
                if ($xml->nodeType === \XMLReader::DOC_TYPE) {
                    throw new BadInput(ErrorCode::OutOfRange, '', 'GraphML needs no document type. Take the DOCTYPE out.');
                }
                if ($xml->nodeType !== \XMLReader::ELEMENT) {
                    continue;
                }
                if ($xml->localName === 'graph') {
                    $graphs++;
                    $isDirected = $xml->getAttribute('edgedefault') !== 'undirected';
                } elseif ($xml->localName === 'key') {
                    $name = (string) ($xml->getAttribute('attr.name') ?? $xml->getAttribute('id'));
                    $names[(string) $xml->getAttribute('id')] = $name;
                    $for = (string) ($xml->getAttribute('for') ?? 'all');
                    $default = self::default($xml);
                    if ($default !== null) {
                        foreach ($for === 'all' ? ['node', 'edge'] : [$for] as $of) {
                            $defaults[$of][$name] = $default;
                        }
                    }
                } elseif ($xml->localName === 'node') {
                    $id = (string) $xml->getAttribute('id');
                    $nodes[] = [$id, self::data($xml, $names) + ($defaults['node'] ?? [])];
                } elseif ($xml->localName === 'edge') {
                    [$from, $to] = [(string) $xml->getAttribute('source'), (string) $xml->getAttribute('target')];
                    if (($xml->getAttribute('directed') ?? ($isDirected ? 'true' : 'false')) !== 'true') {
                        throw new BadInput(
                            ErrorCode::OutOfRange, "edge $from to $to",
                            'This edge has no direction, so it does not say which of the two needs the other. Save the graph as a directed one, with edges from what needs to what is needed.',
                        );
                    }
                    $data = self::data($xml, $names) + ($defaults['edge'] ?? []);
                    $group = ($data['group'] ?? '') === '' ? null : $data['group'];
                    $strength = Strength::tryFrom($data['strength'] ?? '');
                    $relation = ($data['relation'] ?? '') === '' ? null : $data['relation'];
                    if ($group !== null) {
                        $needs->group($from, $group, (int) ($data['needed'] ?? 1), $strength, $relation);
                    }
                    $needs->add($from, $to, $strength, $group, $relation);
                }
            }
            $error = libxml_get_last_error();
            if ($error !== false) {
                throw new BadInput(
                    ErrorCode::InvalidJson, "line $error->line",
                    'This is not well-formed XML: '.lcfirst(trim($error->message)).'.',
                );
            }
        } finally {
            $xml->close();
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
        if ($graphs === 0) {
            throw new BadInput(ErrorCode::MissingField, '', 'There is no <graph> in this file. Use GraphML, with a <node> for each item.');
        }

        return [$nodes, $needs];
    }

    /** What a key stands for where nothing is said, if it has that. */
    private static function default(\XMLReader $xml): ?string
    {
        $default = null;
        $depth = $xml->depth;
        while (! $xml->isEmptyElement && $xml->read() && $xml->depth > $depth) {
            if ($xml->nodeType === \XMLReader::ELEMENT && $xml->localName === 'default') {
                $default = $xml->readString();
            }
        }

        return $default;
    }

    /**
     * @param  array<array-key, string>  $names  of the keys
     * @return array<array-key, string> by name
     */
    private static function data(\XMLReader $xml, array $names): array
    {
        $data = [];
        if ($xml->isEmptyElement) {
            return $data;
        }
        $depth = $xml->depth;
        while ($xml->read() && $xml->depth > $depth) {
            if ($xml->nodeType === \XMLReader::ELEMENT && $xml->localName === 'data') {
                $key = (string) $xml->getAttribute('key');
                $data[$names[$key] ?? $key] = $xml->readString();
            }
        }

        return $data;
    }

    /**
     * @param  list<string>  $attributes
     * @param  iterable<EstateRow>  $rows  with needs as they are, and all fields
     * @return iterable<string> the document, in pieces
     */
    public static function write(array $attributes, iterable $rows): iterable
    {
        $xml = new \XMLWriter;
        $xml->openMemory();
        $xml->setIndent(true);
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElement('graphml');
        $xml->writeAttribute('xmlns', self::SPACE);
        $columns = array_values(array_diff([...RecordFields::BUILT_IN, ...$attributes], ['id', 'needs']));
        foreach ([
            ...array_map(static fn(string $name): array => [$name, 'node', $name === 'tier' ? 'int' : 'string'], $columns),
            ['strength', 'edge', 'string'], ['relation', 'edge', 'string'], ['group', 'edge', 'string'],
            ['needed', 'edge', 'int'],
        ] as [$name, $for, $type]) {
            $xml->startElement('key');
            foreach (['id' => "$for-$name", 'for' => $for, 'attr.name' => $name, 'attr.type' => $type] as $attribute => $value) {
                $xml->writeAttribute($attribute, $value);
            }
            $xml->endElement();
        }
        $xml->startElement('graph');
        $xml->writeAttribute('id', 'estate');
        $xml->writeAttribute('edgedefault', 'directed');
        $edges = [];
        foreach ($rows as $row) {
            $xml->startElement('node');
            $xml->writeAttribute('id', $row->id);
            foreach ($columns as $name) {
                if (($row->fields[$name] ?? '') !== '') {
                    self::datum($xml, "node-$name", $row->fields[$name]);
                }
            }
            $xml->endElement();
            foreach (is_array($row->needs) ? $row->needs : [] as $n => $need) {
                foreach ($need->members as $member) {
                    $edges[] = [$row->id, $member, $need, $n + 1];
                }
            }
            yield (string) $xml->flush();
        }
        foreach ($edges as [$from, $to, $need, $n]) {
            $xml->startElement('edge');
            $xml->writeAttribute('source', $from);
            $xml->writeAttribute('target', $to);
            self::datum($xml, 'edge-strength', $need->strength->value);
            if ($need->relation !== null) {
                self::datum($xml, 'edge-relation', $need->relation);
            }
            if (! $need->isSingle()) {
                self::datum($xml, 'edge-group', "group-$n");
                self::datum($xml, 'edge-needed', (string) $need->needed);
            }
            $xml->endElement();
            yield (string) $xml->flush();
        }
        $xml->endElement();
        $xml->endElement();
        $xml->endDocument();
        yield (string) $xml->flush();
    }

    private static function datum(\XMLWriter $xml, string $key, string $value): void
    {
        $xml->startElement('data');
        $xml->writeAttribute('key', $key);
        $xml->text($value);
        $xml->endElement();
    }
}
