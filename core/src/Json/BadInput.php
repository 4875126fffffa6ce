<?php

declare(strict_types=1);

namespace Skarvo\Json;

/** A document that cannot be used: what is wrong, where, and what to change. */
final class BadInput extends \RuntimeException
{
    /**
     * @param  string  $at  RFC 6901 pointer to the offending value, or to where the missing one should be
     */
    public function __construct(
        public readonly ErrorCode $error,
        public readonly string $at,
        string $message,
    ) {
        parent::__construct($message);
    }

    /** @return array{error: array{code: string, at: string, message: string}} */
    public function toArray(): array
    {
        return ['error' => ['code' => $this->error->value, 'at' => $this->at, 'message' => $this->getMessage()]];
    }
}
