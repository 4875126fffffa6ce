<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

/** What the values of an attribute are. */
enum AttributeKind: string
{
    case Text = 'text';
    case Number = 'number';
    case Date = 'date';
    case Choice = 'choice';
    /** The id of a person. */
    case Person = 'person';
    /** The id of a team. */
    case Team = 'team';
}
