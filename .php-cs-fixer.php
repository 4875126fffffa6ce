<?php

declare(strict_types=1);

return (new PhpCsFixer\Config)
    ->setRules([
        '@PER-CS2.0' => true,
        'array_indentation' => true,
        'braces_position' => ['anonymous_classes_opening_brace' => 'next_line_unless_newline_at_signature_end'],
        'class_attributes_separation' => ['elements' => ['method' => 'one', 'property' => 'one']],
        'concat_space' => ['spacing' => 'none'],
        'declare_strict_types' => true,
        'fully_qualified_strict_types' => true,
        'method_argument_space' => ['on_multiline' => 'ignore'],
        'new_with_parentheses' => ['named_class' => false, 'anonymous_class' => true],
        'no_unused_imports' => true,
        'not_operator_with_successor_space' => true,
        'ordered_imports' => true,
        'single_line_empty_body' => true,
        'single_quote' => true,
        'trailing_comma_in_multiline' => ['elements' => ['arrays', 'match', 'parameters']],
    ])
    ->setRiskyAllowed(true)
    ->setCacheFile(__DIR__.'/storage/framework/cache/php-cs-fixer.json')
    ->setFinder((new PhpCsFixer\Finder)->in([__DIR__.'/app', __DIR__.'/core', __DIR__.'/database', __DIR__.'/routes', __DIR__.'/tests'])->name('*.php'));
