<?php

declare(strict_types=1);

namespace Skarvo\Json;

/** The closed set of reasons for which a document is refused. */
enum ErrorCode: string
{
    case InvalidJson = 'invalid_json';
    case MissingField = 'missing_field';
    case UnknownField = 'unknown_field';
    case WrongType = 'wrong_type';
    case OutOfRange = 'out_of_range';
    case UnknownId = 'unknown_id';
    case DuplicateId = 'duplicate_id';
}
