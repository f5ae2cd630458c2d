<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Reckoner\Reckoner;

/** Any single calculation on the command line. Exit 0 with the answer on standard output, 2 with a problem object on standard error. */
final class Reckon extends JsonCommand
{
    protected $signature = 'reckon {id? : Which calculation} {--json= : Its input as a JSON object} {--list : List every calculation with inputs and '
        .'units} {--batch= : File with one {"id","input"} a line; - for standard input}';

    protected $description = 'Works out a single calculation of the trade and names its sources';

    public function handle(): int
    {
        if ($this->option('list') === true) {
            return $this->listing();
        }
        if (is_string($this->option('batch'))) {
            return $this->batch($this->option('batch'));
        }

        return $this->answer(function (): array {
            $id = $this->argument('id');
            if (! is_string($id)) {
                throw InvalidInput::field('id', 'Say which calculation: php artisan reckon ID --json=\'{…}\'; php artisan reckon --list names them.');
            }

            return Reckoner::reckon($id, self::object((string) $this->option('json')));
        });
    }

    private function listing(): int
    {
        $this->line(json_encode(array_map(static fn (Calculation $c): array => [
            'id' => $c->id, 'title' => $c->title, 'inputs' => array_map(static fn (Input $i): array => $i->toArray(), $c->inputs), 'outputs' => $c->outputs,
            'sources' => $c->sourceTags(),
        ], Reckoner::all()), self::FLAGS | JSON_PRETTY_PRINT));

        return self::SUCCESS;
    }

    private function batch(string $file): int
    {
        $stream = @fopen($file === '-' ? 'php://stdin' : $file, 'rb');
        if ($stream === false) {
            return $this->refused(InvalidInput::field('batch', "The file “{$file}” cannot be read. Check its name.", $file));
        }
        while (($line = fgets($stream)) !== false) {
            if (trim($line) === '') {
                continue;
            }
            try {
                $ask = self::object($line);
                $id = $ask['id'] ?? null;
                $input = $ask['input'] ?? [];
                if (! is_string($id) || ! is_array($input)) {
                    throw InvalidInput::field('id', 'A line is {"id": …, "input": {…}}.');
                }
                $answer = ['result' => Reckoner::reckon($id, $input)['result']];
            } catch (InvalidInput $fault) {
                $answer = ['error' => self::problem($fault)];
            }
            $this->line(json_encode($answer, self::FLAGS | JSON_PARTIAL_OUTPUT_ON_ERROR));
        }

        return self::SUCCESS;
    }

    /** @return array<mixed> */
    private static function object(string $json): array
    {
        $data = json_decode($json, true, 32);
        if (! is_array($data) || $data !== [] && array_is_list($data)) {
            throw InvalidInput::field('json', 'The input is not a JSON object. Write it like --json=\'{"mrs_mpa": 10}\'.', $json);
        }

        return $data;
    }
}
