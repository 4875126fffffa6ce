<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Expr\BinaryOp;
use PHPStan\Analyser\Scope;
use PHPStan\Rules\IdentifierRuleError;
use PHPStan\Rules\Rule;
use PHPStan\Rules\RuleErrorBuilder;

/**
 * The core's one convention for time, checked by names: an instant is an int of whole seconds since 1970 in UTC, called
 * now, at, since, until, or so-and-so-At, -Since, -Until, -From, -To; a length of time is so-and-so-Seconds (or seconds).
 * Two instants are never added or multiplied, a length is never compared with an instant, nor an instant taken from a length.
 *
 * @implements Rule<BinaryOp>
 */
final class InstantsAreSeconds implements Rule
{
    public function getNodeType(): string
    {
        return BinaryOp::class;
    }

    /** @return list<IdentifierRuleError> */
    public function processNode(Node $node, Scope $scope): array
    {
        [$left, $right] = [self::kind($node->left), self::kind($node->right)];
        $wrong = match (true) {
            $left === null || $right === null => null,
            $left === 'instant' && $right === 'instant' => match (true) {
                $node instanceof BinaryOp\Plus, $node instanceof BinaryOp\Mul,
                $node instanceof BinaryOp\Div => 'Two instants are only compared, or taken from each other.',
                default => null,
            },
            $left === 'length' && $right === 'instant'
                && $node instanceof BinaryOp\Minus => 'An instant cannot be taken from a length of time.',
            $left !== $right && self::compares($node) => 'A length of time is compared with an instant.',
            default => null,
        };

        return $wrong === null ? [] : [RuleErrorBuilder::message($wrong)->identifier('skarvo.instants')->build()];
    }

    private static function compares(BinaryOp $node): bool
    {
        return $node instanceof BinaryOp\Smaller || $node instanceof BinaryOp\SmallerOrEqual || $node instanceof BinaryOp\Greater
            || $node instanceof BinaryOp\GreaterOrEqual || $node instanceof BinaryOp\Spaceship || $node instanceof BinaryOp\Identical;
    }

    /** @return 'instant'|'length'|null */
    private static function kind(Expr $expression): ?string
    {
        $name = match (true) {
            $expression instanceof Expr\Variable => $expression->name,
            $expression instanceof Expr\PropertyFetch && $expression->name instanceof Node\Identifier => $expression->name->name,
            default => null,
        };

        return match (true) {
            ! is_string($name) => null,
            preg_match('/^(now|at|since|until|instant)$|[a-z](At|Since|Until|From)$/D', $name) === 1 => 'instant',
            // The property of that name is an Instant's own.
            preg_match($expression instanceof Expr\Variable ? '/^seconds$|[a-z]Seconds$/D' : '/[a-z]Seconds$/D', $name) === 1 => 'length',
            default => null,
        };
    }
}
