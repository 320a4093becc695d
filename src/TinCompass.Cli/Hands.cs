using System.CommandLine;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Cli;

/// <summary><c>tc hands</c>: how two hands turn a sequence, turn by turn, and whether another way of turning it is quicker.</summary>
internal static class Hands
{
    public static Command Command()
    {
        var sequence = new Argument<string>("sequence") { Description = "The turns, in quotes: \"R U R' U'\"." };
        var hold =
            new Option<string>("--hold")
            {
                Description = "Rotations from the hold in which the sequence is written to the one in which " +
                "it is turned: y.",
                DefaultValueFactory = _ => ""
            };
        var left = new Option<bool>("--left-handed") { Description = "The left hand is the stronger one." };
        var avoid = new Option<string>("--avoid")
        {
            Description = "Letters that are never turned: \"B b\".",
            DefaultValueFactory = _ => ""
        };
        var middle = new Option<MiddleHand>("--middle") { Description = "Which hand makes M: either, left or right." };
        var command =
            new Command("hands", "How two hands turn a sequence. Times are relative: 1 is a quarter turn of the wrist.") { sequence, hold,
            left, avoid, middle };
        command.SetAction(parsed => Run(parsed.GetValue(sequence)!, parsed.GetValue(hold)!, parsed.GetValue(left),
            parsed.GetValue(avoid)!, parsed.GetValue(middle)));
        return command;
    }

    private static int Run(string sequence, string hold, bool leftHanded, string avoid, MiddleHand middle)
    {
        IReadOnlyList<Turn> turns, rotations;
        try
        {
            (turns, rotations) = (Algorithm.Parse(sequence).Turns, Algorithm.Parse(hold).Turns);
        }
        catch (NotationException e)
        {
            Terminal.Error.WriteLine(e.Message);
            return 1;
        }

        if (rotations.Any(t => t.Kind != TurnKind.Rotation))
        {
            Terminal.Error.WriteLine($"'{hold}' is no hold: only the rotations x, y and z are expected.");
            return 1;
        }

        var avoided = string.Concat(avoid.Where(char.IsLetter));
        var model = new HandModel(new HandPreferences(leftHanded, avoided, middle));
        var written = HandWords.InHold(turns, rotations);
        var plain = model.Read(written);
        if (plain is null) Terminal.Out.WriteLine($"{string.Join(' ', written)}: holds a turn that is to be avoided");
        else Print("as written", plain);
        var rewritten = model.Rewrite(written);
        if (rewritten is null)
        {
            Terminal.Error.WriteLine($"Without {avoided} nothing is left that does the same.");
            return 1;
        }

        if (plain is null || rewritten.Time < plain.Time - 1e-9) Print("quicker, and the same but for a rotation of the cube", rewritten);
        else Terminal.Out.WriteLine("No other way of turning it is quicker.");
        return 0;
    }

    private static void Print(string title, HandReading reading)
    {
        Terminal.Out.WriteLine($"{title}: {HandWords.Sum(reading)}");
        foreach (var step in reading.Steps)
            Terminal.Out.WriteLine(
                $"  {step.Turn,-3} {HandWords.Name(step.Finger),-12} {HandWords.Time(step.Time),4}   wrists {step.LeftWrist,2} " +
                    $"{step.RightWrist,2}{(step.RegripBefore ? "   grips anew first" : "")}");
    }
}
