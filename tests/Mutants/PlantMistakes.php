<?php

declare(strict_types=1);

namespace Tests\Mutants;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Expr\BinaryOp;
use PhpParser\Node\Scalar\Int_;
use PhpParser\Node\Stmt;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitorAbstract;
use PhpParser\ParserFactory;

/** Finds the places of a file at which a small mistake could be made: comparisons, boundaries, statements, entries, constants. */
final class PlantMistakes extends NodeVisitorAbstract
{
    /** By what an operator is, others that one may have written by mistake. */
    private const OPERATORS = [
        BinaryOp\Smaller::class => ['<=', '>'], BinaryOp\SmallerOrEqual::class => ['<', '>'],
        BinaryOp\Greater::class => ['>=', '<'], BinaryOp\GreaterOrEqual::class => ['>', '<'],
        BinaryOp\Identical::class => ['!=='], BinaryOp\NotIdentical::class => ['==='],
        BinaryOp\BooleanAnd::class => ['||'], BinaryOp\BooleanOr::class => ['&&'],
        BinaryOp\Plus::class => ['-'], BinaryOp\Minus::class => ['+'], BinaryOp\Mul::class => ['/'], BinaryOp\Div::class => ['*'],
    ];

    /** @var list<Mistake> */
    private array $mistakes = [];

    private function __construct(private readonly string $file, private readonly string $code) {}

    /**
     * @param  string  $file  as it is told
     * @return list<Mistake>
     */
    public static function in(string $file, string $code): array
    {
        $self = new self($file, $code);
        $traverser = new NodeTraverser($self);
        $traverser->traverse((new ParserFactory)->createForHostVersion()->parse($code) ?? []);

        return $self->mistakes;
    }

    public function enterNode(Node $node): null
    {
        if ($node instanceof BinaryOp) {
            foreach (self::OPERATORS[$node::class] ?? [] as $other) {
                $this->operator($node, $other);
            }
        }
        if ($node instanceof Int_ && $node->value > 0) {
            $this->plant($node, (string) ($node->value + 1), 'a number one too large');
        }
        if ($node instanceof Expr\BooleanNot) {
            $this->plant($node, $this->text($node->expr), 'a negation left out');
        }
        if ($node instanceof Stmt\Expression && ! $node->expr instanceof Expr\Throw_) {
            $this->plant($node, '', $this->isEntry($node->expr) ? 'an entry left out' : 'a statement left out');
        }
        if ($node instanceof Stmt\Return_ && $node->expr instanceof Expr\ConstFetch && in_array(
            $node->expr->name->toLowerString(), ['true', 'false'], true,
        )) {
            $this->plant($node->expr, $node->expr->name->toLowerString() === 'true' ? 'false' : 'true', 'an answer turned round');
        }
        if (
            $node instanceof Expr\FuncCall
                && $node->name instanceof Node\Name
                && in_array($node->name->toLowerString(), ['min', 'max'], true)
        ) {
            $this->plant($node->name, $node->name->toLowerString() === 'min' ? 'max' : 'min', 'the other end');
        }
        if (
            $node instanceof Expr\MethodCall
                && $node->name instanceof Node\Identifier
                && in_array($node->name->name, ['whereNull', 'whereNotNull'], true)
        ) {
            $this->plant($node->name, $node->name->name === 'whereNull' ? 'whereNotNull' : 'whereNull', 'a condition turned round');
        }

        return null;
    }

    private function operator(BinaryOp $node, string $other): void
    {
        $from = $node->left->getEndFilePos() + 1;
        $between = substr($this->code, $from, $node->right->getStartFilePos() - $from);
        $at = strpos($between, $node->getOperatorSigil());
        // Brackets and comments stand between, and stay.
        if ($at !== false) {
            $this->mistakes[] = new Mistake(
                $this->file, $node->getStartLine(), $from + $at, $from + $at + strlen($node->getOperatorSigil()) - 1, $other,
                'an operator',
            );
        }
    }

    private function isEntry(Expr $expr): bool
    {
        return $expr instanceof Expr\StaticCall && $expr->class instanceof Node\Name && $expr->class->getLast() === 'Journal';
    }

    private function plant(Node $node, string $instead, string $kind): void
    {
        $this->mistakes[] = new Mistake(
            $this->file, $node->getStartLine(), $node->getStartFilePos(), $node->getEndFilePos(), $instead, $kind,
        );
    }

    private function text(Node $node): string
    {
        return substr($this->code, $node->getStartFilePos(), $node->getEndFilePos() - $node->getStartFilePos() + 1);
    }
}
