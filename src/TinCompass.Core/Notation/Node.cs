using TinCompass.Core.Cube;

namespace TinCompass.Core.Notation;

/// <summary>A piece of a written sequence.</summary>
internal abstract record Node
{
    public abstract IEnumerable<Turn> Turns { get; }

    public static IReadOnlyList<Turn> Flatten(IEnumerable<Node> nodes) => [.. nodes.SelectMany(n => n.Turns)];

    public static string Print(IEnumerable<Node> nodes) => string.Join(' ', nodes);

    protected static IEnumerable<Turn> Undo(IReadOnlyList<Turn> turns) => turns.Reverse().Select(t => t.Inverse);
}

internal sealed record TurnNode(Turn Turn) : Node
{
    public override IEnumerable<Turn> Turns => [Turn];

    public override string ToString() => Turn.ToString();
}

/// <summary>(…), (…)3 and (…)': a group, repeated, perhaps undone.</summary>
internal sealed record GroupNode(IReadOnlyList<Node> Inner, int Times, bool Undone) : Node
{
    public override IEnumerable<Turn> Turns
    {
        get
        {
            var once = Flatten(Inner);
            if (Undone) once = [.. Undo(once)];
            return Enumerable.Repeat(once, Times).SelectMany(t => t);
        }
    }

    public override string ToString() => $"({Print(Inner)}){(Times == 1 ? "" : Times)}{(Undone ? "'" : "")}";
}

/// <summary>[A, B] = A B A⁻¹ B⁻¹.</summary>
internal sealed record CommutatorNode(IReadOnlyList<Node> A, IReadOnlyList<Node> B) : Node
{
    public override IEnumerable<Turn> Turns
    {
        get
        {
            IReadOnlyList<Turn> a = Flatten(A), b = Flatten(B);
            return [.. a, .. b, .. Undo(a), .. Undo(b)];
        }
    }

    public override string ToString() => $"[{Print(A)}, {Print(B)}]";
}

/// <summary>[S: X] = S X S⁻¹.</summary>
internal sealed record ConjugateNode(IReadOnlyList<Node> SetUp, IReadOnlyList<Node> Inner) : Node
{
    public override IEnumerable<Turn> Turns
    {
        get
        {
            var s = Flatten(SetUp);
            return [.. s, .. Flatten(Inner), .. Undo(s)];
        }
    }

    public override string ToString() => $"[{Print(SetUp)}: {Print(Inner)}]";
}
