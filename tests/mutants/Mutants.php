<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Mutants;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Stmt;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitorAbstract;
use PhpParser\ParserFactory;

/** Every small change that can be made of a source file: a comparison, a sign, a number, a truth, a step that is left out. */
final class Mutants extends NodeVisitorAbstract
{
    private const OPERATORS = [
        '<' => ['<='],
        '<=' => ['<'],
        '>' => ['>='],
        '>=' => ['>'],
        '===' => ['!=='],
        '!==' => ['==='],
        '&&' => ['||'],
        '||' => ['&&'],
        '+' => ['-'],
        '-' => ['+'],
        '*' => ['+'],
        '%' => ['+'],
        '&' => ['|'],
        '|' => ['&'],
        '<<' => ['>>'],
        '>>' => ['<<'],
    ];
    private const FUNCTIONS = [
        'min' => 'max',
        'max' => 'min',
        'floor' => 'ceil',
        'ceil' => 'floor',
        'array_key_first' => 'array_key_last',
        'array_key_last' => 'array_key_first',
    ];

    /** @var list<Mutant> */
    private array $found = [];
    /**
     * @var array<int, true> what marks something as being in a set, where leaving the step out tells whether it matters; and how strictly
     *     equal types are compared
     */
    private array $marks = [];

    private function __construct(private readonly string $file, private readonly string $source)
    {
    }

    /** @return list<Mutant> */
    public static function of(string $file, string $source): array
    {
        $mutants = new self($file, $source);
        (new NodeTraverser($mutants))->traverse((new ParserFactory())->createForHostVersion()->parse($source) ?? []);

        return $mutants->found;
    }

    public function enterNode(Node $node): ?int
    {
        if ($node instanceof Expr\Assign && $node->var instanceof Expr\ArrayDimFetch) {
            $this->marks[spl_object_id($node->expr)] = true;
        }
        if (
            $node instanceof Expr\FuncCall
            && $node->name instanceof Node\Name
            && \in_array($node->name->toLowerString(), ['in_array', 'array_search', 'array_keys'], true)
            && ($node->args[2] ?? null) instanceof Node\Arg
        ) {
            $this->marks[spl_object_id($node->args[2]->value)] = true;
        }
        match (true) {
            isset($this->marks[spl_object_id($node)]) && $node instanceof Expr\ConstFetch => null,
            $node instanceof Expr\BinaryOp => $this->operator($node),
            $node instanceof Expr\BooleanNot => $this->replace($node, $this->text($node->expr), 'without its not'),
            $node instanceof Expr\ConstFetch && 'true' === $node->name->toLowerString() => $this->replace($node, 'false', 'true to false'),
            $node instanceof Expr\ConstFetch && 'false' === $node->name->toLowerString() => $this->replace($node, 'true', 'false to true'),
            $node instanceof Node\Scalar\Int_ => $this->replace($node, (string) ($node->value + 1), "{$node->value} plus one"),
            $node instanceof Stmt\Expression
                && ($node->expr instanceof Expr\Assign
                    || $node->expr instanceof Expr\AssignOp
                    || $node->expr instanceof Expr\MethodCall
                    || $node->expr instanceof Expr\FuncCall) => $this->leftOut($node),
            $node instanceof Stmt\Continue_ => $this->replace($node, 'break;', 'continue to break'),
            $node instanceof Stmt\If_ => $this->replace($node->cond, "!({$this->text($node->cond)})", 'condition turned round'),
            $node instanceof Expr\Ternary && null !== $node->if => $this->replace(
                $node->cond,
                "!({$this->text($node->cond)})",
                'choice turned round',
            ),
            $node instanceof Expr\FuncCall && $node->name instanceof Node\Name => $this->call($node, $node->name->toLowerString()),
            $node instanceof Stmt\ClassMethod => $this->returns($node),
            default => null,
        };

        return $node instanceof Stmt\Declare_ || $node instanceof Node\Attribute ? NodeVisitorAbstract::DONT_TRAVERSE_CHILDREN : null;
    }

    private function operator(Expr\BinaryOp $node): void
    {
        foreach (self::OPERATORS[$node->getOperatorSigil()] ?? [] as $other) {
            $this->replace($node, "{$this->text($node->left)} {$other} {$this->text($node->right)}", "{$node->getOperatorSigil()} to {$other}");
        }
        if ($node instanceof Expr\BinaryOp\Coalesce && !($node->right instanceof Expr\Throw_)) {
            $this->replace($node, $this->text($node->right), '?? to its right');
        }
    }

    /** An assignment that a name depends on would only be an undefined name; adding to something can be left out. */
    private function leftOut(Stmt\Expression $node): void
    {
        $isNewName =
            $node->expr instanceof Expr\Assign
            && !($node->expr->var instanceof Expr\ArrayDimFetch)
            && !($node->expr->var instanceof Expr\PropertyFetch);
        if (!$isNewName) {
            $this->replace($node, ';', 'left out');
        }
    }

    private function call(Expr\FuncCall $node, string $name): void
    {
        if (isset(self::FUNCTIONS[$name])) {
            $this->replace($node->name, '\\'.self::FUNCTIONS[$name], "{$name} to ".self::FUNCTIONS[$name]);
        } elseif (
            \in_array($name, ['array_filter', 'array_unique', 'array_reverse', 'array_values', 'trim', 'mb_strtolower'], true)
            && $node->args[0] instanceof Node\Arg
        ) {
            $this->replace($node, $this->text($node->args[0]->value), "without {$name}");
        }
    }

    /** A list that a method finds becomes an empty one. */
    private function returns(Stmt\ClassMethod $method): void
    {
        $statements = $method->stmts ?? [];
        $last = [] === $statements ? null : $statements[\count($statements) - 1];
        if (
            $last instanceof Stmt\Return_
            && null !== $last->expr
            && $method->returnType instanceof Node\Identifier
            && 'array' === $method->returnType->name
        ) {
            $this->replace($last->expr, '[]', 'nothing returned');
        }
    }

    private function text(Node $node): string
    {
        return substr($this->source, $node->getStartFilePos(), $node->getEndFilePos() - $node->getStartFilePos() + 1);
    }

    private function replace(Node $node, string $by, string $what): void
    {
        $this->found[] = new Mutant(
            $this->file,
            $node->getStartLine(),
            $node->getStartFilePos(),
            $node->getEndFilePos() - $node->getStartFilePos() + 1,
            $by,
            $what,
        );
    }
}
